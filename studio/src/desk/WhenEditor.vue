<script setup lang="ts">
/** What visitors meet while nobody is in; the hours themselves live on the rota. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import DoorGlyph from '../parts/DoorGlyph.vue'
import NumberBox from '../parts/NumberBox.vue'
import PickOne from '../parts/PickOne.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{ state: DeskState }>()
const say = deskWords.when
const desk = computed(() => props.state.desk.value)
const draft = computed(() => props.state.draft.value)
const nobody = computed({
  get: () => draft.value?.when_nobody ?? 'away',
  set: (value) => props.state.put('when_nobody', value),
})
const notes = computed({
  get: () => draft.value?.takes_notes ?? true,
  set: (value) => props.state.put('takes_notes', value),
})
const reply = computed({
  get: () => draft.value?.reply_minutes ?? null,
  set: (value: number | null) => props.state.put('reply_minutes', value || null),
})
</script>

<template>
  <div v-if="desk && draft" class="stack">
    <p class="hours soft">
      <DoorGlyph :state="desk.hours.now === 'open' ? 'open' : 'shut'" :size="17" /><span
        ><b>{{ say.shop }}: {{ desk.hours.shop || say.always.toLowerCase() }}</b
        ><template v-if="desk.hours.closures.length"
          >, {{ say.closed }} {{ deskWords.list(desk.hours.closures) }}</template
        ><small
          >{{ desk.hours.now }}.
          <router-link class="act" :to="{ name: 'rota' }">{{ say.rota }}</router-link></small
        ></span
      >
    </p>
    <PickOne
      v-model="nobody"
      :label="say.title"
      :options="[
        { value: 'hide', label: say.hideShort, help: say.hideHelp },
        { value: 'away', label: say.awayShort, help: say.awayHelp },
        { value: 'apps', label: say.appsShort, help: say.appsHelp },
      ]"
    />
    <TickBox v-if="nobody !== 'hide'" v-model="notes" :label="say.notes" :help="say.notesHelp" />
    <NumberBox
      v-model="reply"
      :label="`${say.reply} … ${say.minutes}`"
      :help="say.replyHelp"
      wrong="Write whole minutes, such as 10."
      :low="1"
      :high="10080"
      optional
    />
  </div>
</template>

<style scoped>
.hours {
  display: flex;
  gap: 12px;
  align-items: start;
}
small {
  display: block;
  font-size: 13px;
  color: var(--muted);
}
b {
  font-weight: 600;
}
</style>
