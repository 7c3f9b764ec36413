<script setup lang="ts">
/** Who did what, and when. */
import { onMounted, ref, watch } from 'vue'
import { fileAt } from '../api/here'
import { useLoad } from '../composables/useLoad'
import { api, want, type Schemas } from '../api/client'
import { clock, since } from '../logic/time'
import BusinessTabs from '../parts/BusinessTabs.vue'
import ChoiceBox from '../parts/ChoiceBox.vue'
import PickOne from '../parts/PickOne.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { historyWords as say, type DeedKind } from '../words/history'

const found = ref<Schemas['DeedsOut'] | null>(null)
const who = ref('')
const kind = ref<DeedKind>('')
const isMore = ref(false)
const kinds = (Object.keys(say.kinds) as DeedKind[]).map((value) => ({ value, label: say.kinds[value] }))
const ask = (after: string): Promise<Schemas['DeedsOut']> =>
  want(api.GET('/api/history', { params: { query: { who: who.value ?? '', kind: kind.value, after } } }))
const asked = (): string => JSON.stringify([who.value, kind.value])
const { failed, load } = useLoad(found, () => ask(''), asked)
onMounted(load)
watch([who, kind], load)
async function more(): Promise<void> {
  if (!found.value?.next) return
  const mine = asked()
  isMore.value = true
  try {
    const next = await ask(found.value.next)
    if (mine === asked()) found.value = { ...next, deeds: [...found.value.deeds, ...next.deeds] }
  } finally {
    isMore.value = false
  }
}
const when = (at: string): string => {
  const day = since(new Date(at), new Date())
  return day.includes(':') ? day : `${day}, ${clock(new Date(at))}`
}
const file = (): string =>
  fileAt(`/api/history.csv?${new URLSearchParams({ who: who.value ?? '', kind: kind.value }).toString()}`)
</script>

<template>
  <div class="page">
    <TopBar help="history" here="business" />
    <ScreenWait v-if="!found" :failed="failed" @again="load" />
    <main v-else id="main">
      <BusinessTabs here="history" :lead="say.lead" />
      <div class="by">
        <ChoiceBox v-model="who" class="who" :label="say.who" :choices="found.people" />
        <PickOne v-model="kind" :label="say.kind" :options="kinds" />
        <a class="press" :href="file()" download>{{ say.file }}</a>
      </div>
      <p v-if="failed" class="wrong" role="alert">{{ failed }}</p>
      <p v-if="!found.deeds.length" class="muted none">{{ say.none }}</p>
      <ol v-else>
        <li v-for="deed in found.deeds" :key="deed.id">
          <time :datetime="deed.at" class="muted small">{{ when(deed.at) }}</time>
          <b>{{ deed.who || say.byItself }}</b>
          <span>{{ deed.says }}</span>
        </li>
      </ol>
      <v-btn v-if="found.next" variant="outlined" :loading="isMore" @click="more">{{ say.more }}</v-btn>
    </main>
  </div>
</template>

<style scoped src="./HistoryScreen.css"></style>
