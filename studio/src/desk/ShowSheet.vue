<script setup lang="ts">
/**
 * A private page with this door on it, as drafted or as live: an address and a code to hand to somebody,
 * for a while.
 */
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useToast } from '../composables/useToast'
import { clock } from '../logic/time'
import CopyLine from '../parts/CopyLine.vue'
import PickOne from '../parts/PickOne.vue'
import QrCode from '../parts/QrCode.vue'
import SideSheet from '../parts/SideSheet.vue'
import { reviewWords } from '../words/review'

const props = defineProps<{ state: DeskState }>()
const emit = defineEmits<{ close: [] }>()
const say = reviewWords.show
const toast = useToast()
const list = shallowRef<Schemas['ShowingOut'][]>([])
const of = ref<'draft' | 'live'>('draft')
const days = ref<'1' | '7' | '30'>('7')
const key = computed(() => props.state.door.value?.key ?? '')
const path = computed(() => ({ params: { path: { key: key.value } } }))
const isLive = computed(
  () => !!props.state.desk.value?.release && !props.state.door.value?.not_live.includes('door_added'),
)
const shown = computed(() => list.value.find((item) => item.of === of.value))
onMounted(async () => {
  list.value = await want(api.GET('/api/doors/{key}/showings', path.value))
})
async function make(): Promise<void> {
  await props.state.settle()
  list.value = await want(
    api.POST('/api/doors/{key}/showings', {
      ...path.value,
      body: { of: of.value, days: Number(days.value) as 1 | 7 | 30 },
    }),
  )
}
async function end(): Promise<void> {
  list.value = await want(
    api.DELETE('/api/doors/{key}/showings/{of}', { params: { path: { key: key.value, of: of.value } } }),
  )
  toast.say(say.ended)
}
const until = (at: string): string => {
  const day = new Date(at)
  const date = day.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
  return `${date}, ${clock(day)}`
}
const OF = (['draft', 'live'] as const).map((value) => ({
  value,
  label: say.of[value] ?? '',
  help: say.ofHelp[value] ?? '',
}))
const DAYS = (['1', '7', '30'] as const).map((value) => ({ value, label: say.days[Number(value)] ?? '' }))
</script>

<template>
  <SideSheet :title="say.title" @close="emit('close')">
    <p class="muted">{{ say.lead }}</p>
    <p class="small">
      <router-link class="act" :to="{ name: 'fitting', params: { site: state.desk.value?.site } }">{{
        say.onSite
      }}</router-link>
    </p>
    <PickOne v-model="of" :label="say.title" :options="OF" hide-label />
    <p v-if="of === 'live' && !isLive" class="soft">{{ say.never }}</p>
    <template v-else-if="shown">
      <div class="code">
        <QrCode :svg="shown.qr" :label="say.scan" />
        <div>
          <p>{{ say.scan }}</p>
          <p class="small muted">{{ say.until(until(shown.until)) }}</p>
          <p v-if="shown.is_here_only" class="small here">{{ say.here }}</p>
          <a class="act" :href="shown.link" target="_blank" rel="noopener">{{ say.open }}</a>
        </div>
      </div>
      <CopyLine :label="say.of[of] ?? ''" :line="shown.link" :press="say.copy" />
    </template>
    <div v-if="of !== 'live' || isLive" class="make">
      <PickOne v-model="days" :label="say.for" :options="DAYS" />
      <div class="acts">
        <v-btn :color="shown ? undefined : 'primary'" :variant="shown ? 'outlined' : 'flat'" @click="make">{{
          shown ? say.renew : say.make
        }}</v-btn><span v-if="shown" class="small muted">{{ say.renewHelp }}</span
        ><button v-if="shown" type="button" class="quiet" @click="end">{{ say.end }}</button>
      </div>
    </div>
  </SideSheet>
</template>

<style scoped>
.code {
  display: flex;
  gap: 20px;
  align-items: center;
}
.code > div:last-child {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.here {
  color: var(--brass-dark);
}
.make {
  display: grid;
  gap: 16px;
  border-top: 1px solid var(--hairline);
  padding-top: 18px;
}
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
}
.acts .quiet {
  margin-left: auto;
}
</style>
