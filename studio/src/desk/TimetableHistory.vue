<script setup lang="ts">
/**
 * Every change of what holds at once: hours, closures, absences, pauses; each can be taken back while it
 * stands.
 */
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useToast } from '../composables/useToast'
import { clock, since } from '../logic/time'
import { reviewWords } from '../words/review'

const say = reviewWords.timetable
const toast = useToast()
const FIRST = 8
const changes = shallowRef<Schemas['TimetableChangeOut'][] | null>(null)
const all = ref(false)
const shown = computed(() => (all.value ? changes.value : changes.value?.slice(0, FIRST)) ?? [])
onMounted(async () => {
  changes.value = await want(api.GET('/api/timetable'))
})
async function undo(number: number): Promise<void> {
  try {
    changes.value = await want(api.POST('/api/timetable/{number}/undo', { params: { path: { number } } }))
    toast.say(say.undone)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
const when = (at: string): string => {
  const day = new Date(at)
  const when = since(day, new Date())
  return when.includes(':') ? when : `${when} at ${clock(day)}`
}
</script>

<template>
  <section v-if="changes" class="history">
    <h2>{{ say.title }}</h2>
    <p class="muted">{{ say.lead }}</p>
    <ol v-if="changes.length">
      <li v-for="item in shown" :key="item.number">
        <div>
          <p>
            {{ item.says.slice(0, 3).join(' ')
            }}<template v-if="item.says.length > 3"> +{{ item.says.length - 3 }}</template>
          </p>
          <p class="small muted">{{ reviewWords.releases.by(item.by, when(item.at)) }}</p>
        </div>
        <button
          v-if="item.can_undo"
          type="button"
          class="act"
          :aria-label="`${say.undo}: ${item.says[0]}`"
          @click="undo(item.number)"
        >
          {{ say.undo }}</button><span v-else class="small muted">{{ say.overtaken }}</span>
      </li>
    </ol>
    <p v-else class="muted">{{ say.none }}</p>
    <button v-if="!all && changes.length > FIRST" type="button" class="act older" @click="all = true">
      {{ say.more }}
    </button>
  </section>
</template>

<style scoped>
.history {
  display: grid;
  gap: 10px;
  padding-top: 14px;
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
  border-top: 1px solid var(--hairline);
}
li {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 11px 4px;
  border-bottom: 1px solid var(--hairline);
}
li > div {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.older {
  justify-self: start;
}
</style>
