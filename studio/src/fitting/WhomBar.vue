<script setup lang="ts">
/** As whom and when a page is asked about: what the stage tries as, too, with a moment beside it. */
import { computed } from 'vue'
import RehearseBar from '../desk/RehearseBar.vue'
import PickOne from '../parts/PickOne.vue'
import type { RehearsalState } from '../composables/useRehearsal'
import { fittingWords as say } from '../words/fitting'
import { words } from '../words/app'

const props = defineProps<{ visitor: RehearsalState; languages: string[] }>()
const as = props.visitor.rehearsal
const DEVICES = (['computer', 'tablet', 'phone'] as const).map((value) => ({
  value,
  label: words.stage[value],
}))
const device = computed({
  get: () => as.device,
  set: (value) => {
    as.device = value
  },
})
/** On this browser's clock, as the box for it writes it; empty is now. */
const moment = computed({
  get: () => {
    if (as.at === null) return ''
    const at = new Date(as.at * 1000)
    return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
  },
  set: (text: string) => {
    const at = Date.parse(text)
    as.at = Number.isNaN(at) ? null : Math.floor(at / 1000)
  },
})
</script>

<template>
  <div class="whom">
    <PickOne v-model="device" :label="say.device" :options="DEVICES" />
    <label class="moment"
      ><span>{{ say.moment }}</span
      ><input v-model="moment" type="datetime-local" />
      <button v-if="as.at !== null" type="button" class="act" @click="moment = ''">{{ say.now }}</button>
    </label>
    <RehearseBar :state="visitor" :languages="languages" :facts="{}" @start-over="visitor.startOver()" />
  </div>
</template>

<style scoped>
.whom {
  display: grid;
  gap: 12px;
}
.moment {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  font-size: 13px;
}
.moment span {
  color: var(--muted);
}
input {
  min-height: 36px;
  padding: 4px 10px;
  background: #fff;
  border: 1px solid var(--edge);
  border-radius: var(--arch-32);
  font: inherit;
  font-size: 14.5px;
}
@media (max-width: 720px) {
  input {
    min-height: 44px;
    font-size: 16px;
  }
}
</style>
