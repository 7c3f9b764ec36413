<script setup lang="ts">
/** The visitors a door is for. */
import { computed, onMounted, ref } from 'vue'
import { api, want } from '../api/client'
import type { Parts } from '../api/desk'
import type { DeskState } from '../composables/useDesk'
import { languageName } from '../logic/sentences'
import DoorGlyph from '../parts/DoorGlyph.vue'
import FoldedPart from '../parts/FoldedPart.vue'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import SearchPick from '../parts/SearchPick.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{ state: DeskState }>()
const say = deskWords.whom
const whom = computed(() => props.state.draft.value?.for_whom)
const countries = ref<{ value: string; label: string }[]>([])
onMounted(async () => {
  countries.value = (await want(api.GET('/api/choices'))).countries
})
type Whom = Parts['for_whom']
const part = <K extends keyof Whom>(name: K, empty: NonNullable<Whom[K]>) =>
  computed({
    get: () => whom.value?.[name] ?? empty,
    set: (value) => props.state.write('for_whom', { [name]: value }),
  })
const devices = part('devices', [])
const mode = part('countries_mode', 'all')
const listed = part('countries', [])
const languages = part('languages', [])
const visitors = part('visitors', 'all')
const remembers = computed({
  get: () => props.state.draft.value?.remembers ?? true,
  set: (value) => props.state.put('remembers', value),
})
const cameFrom = computed({
  get: () => (whom.value?.came_from ?? []).join(', '),
  set: (text) =>
    props.state.write('for_whom', {
      came_from: text
        .split(/[,\s]+/)
        .map((item) =>
          item
            .replace(/^https?:\/\//, '')
            .replace(/\/.*$/, '')
            .trim()
            .toLowerCase(),
        )
        .filter(Boolean),
    }),
})
const typedFrom = ref(cameFrom.value)
const holds = computed(() =>
  say.moreHolds(
    VISITORS.find((each) => each.value === visitors.value)?.label ?? '',
    whom.value?.came_from?.length ?? 0,
  ),
)
const cannot = computed(() =>
  (props.state.door.value?.without_memory ?? []).map((code) => say.needs[code] ?? code),
)
const DEVICES = (['phone', 'tablet', 'computer'] as const).map((value) => ({
  value,
  label: say.device[value] ?? value,
}))
const MODES = [
  { value: 'all', label: say.all },
  { value: 'only', label: say.only },
  { value: 'not', label: say.not },
] as const
const VISITORS = [
  { value: 'all', label: say.everyVisitor },
  { value: 'first', label: say.firstTitle },
  { value: 'returning', label: say.returningTitle },
] as const
const own = computed(() =>
  (props.state.desk.value?.languages ?? []).map((value) => ({ value, label: languageName(value) })),
)
</script>

<template>
  <div v-if="whom" class="stack">
    <PickSome v-model="devices" :label="say.devicesTitle" :options="DEVICES" :help="say.devicesHelp" />
    <div>
      <PickOne v-model="mode" :label="say.countries" :options="MODES" />
      <SearchPick
        v-if="mode !== 'all'"
        v-model="listed"
        autofocus
        class="under"
        :label="say.countries"
        :options="countries"
        :placeholder="say.search"
        :remove="say.remove"
      />
      <p v-if="mode === 'only' && !listed.length" class="line clay">
        <DoorGlyph state="barred" :size="17" />{{ say.nothing }}
      </p>
      <p v-else-if="mode !== 'all'" class="small muted under">{{ say.countryHelp }}</p>
    </div>
    <PickSome
      v-if="own.length > 1"
      v-model="languages"
      :label="say.languages"
      :options="own"
      :help="say.languagesHelp"
    />
    <FoldedPart :label="say.more" :holds="holds" :open="visitors !== 'all' || !!cameFrom">
      <PickOne v-model="visitors" :label="say.visitors" :options="VISITORS" />
      <TextBox
        v-model="typedFrom"
        :label="say.came"
        :who="say.cameHelp"
        :placeholder="say.cameHint"
        dir="ltr"
        :maxlength="2000"
        @update:model-value="cameFrom = $event"
      />
    </FoldedPart>
    <div class="hair">
      <TickBox v-model="remembers" :label="say.memory" :help="say.memoryHelp" />
      <p v-if="cannot.length" class="line">
        <DoorGlyph state="ajar" :size="17" />{{ say.cannot(deskWords.list(cannot)) }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.under {
  margin-top: 10px;
}
.line {
  display: flex;
  gap: 10px;
  margin-top: 10px;
  font-size: 13.5px;
  color: var(--brass-dark);
}
.line.clay {
  color: var(--clay-dark);
}
</style>
