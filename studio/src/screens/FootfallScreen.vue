<script setup lang="ts">
/** What came of the button: is it worth it, where does it work, what is missing. */
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, Refusal, want, type Schemas } from '../api/client'
import { fileAt } from '../api/here'
import { useLatest } from '../composables/useLatest'
import { useQuery } from '../composables/useQuery'
import BehindSheet from '../footfall/BehindSheet.vue'
import CrowdPath from '../footfall/CrowdPath.vue'
import DayChart from '../footfall/DayChart.vue'
import HourGrid from '../footfall/HourGrid.vue'
import OtherCounts from '../footfall/OtherCounts.vue'
import MenuPick from '../footfall/MenuPick.vue'
import PeriodPick, { type Against } from '../footfall/PeriodPick.vue'
import ShareTable from '../footfall/ShareTable.vue'
import { behindRow, type Behind } from '../logic/footfall'
import { isDay } from '../logic/weeks'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { useRadioKeys } from '../composables/useRadioKeys'
import { useSession } from '../stores/session'
import { footfallWords as say } from '../words/footfall'

type By = Schemas['ShareTableOut']['dimension']
const route = useRoute()
const change = useQuery()
const session = useSession()
const found = shallowRef<Schemas['FootfallOut'] | null>(null)
const table = shallowRef<Schemas['ShareTableOut'] | null>(null)
const behind = shallowRef<Behind | null>(null)
const failed = ref('')
/** Why something else is shown than what the address asked for. */
const refused = ref('')
const latest = useLatest()
const latestTable = useLatest()
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
const query = computed(() => ({
  site: asked('site'),
  against: (Object.keys(say.againsts).includes(asked('against')) ? asked('against') : 'before') as Against,
  ...(isDay(route.query.first) ? { first: route.query.first } : {}),
  ...(isDay(route.query.last) ? { last: route.query.last } : {}),
}))
const by = computed<By>(() => (asked('by') in say.by ? (asked('by') as By) : 'page'))
async function load(): Promise<void> {
  failed.value = ''
  try {
    const params = { query: query.value }
    const next = await latest((signal) => want(api.GET('/api/footfall', { params, signal })))
    if (next) found.value = next
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    failed.value = error.message
    // Whoever came by an address of impossible days, or of a site that is gone, gets the usual ones, and why.
    if (!found.value && error.status >= 400 && error.status < 500) {
      refused.value = error.message
      change({ first: undefined, last: undefined, site: undefined })
    }
  }
}
async function loadTable(): Promise<void> {
  try {
    const params = { query: { ...query.value, by: by.value } }
    const next = await latestTable((signal) => want(api.GET('/api/footfall/table', { params, signal })))
    if (next) table.value = next
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    failed.value = error.message
  }
}
watch(() => JSON.stringify(query.value), load, { immediate: true })
watch(() => JSON.stringify([query.value, by.value]), loadTable, { immediate: true })
function showDays(first: string, last: string): void {
  refused.value = ''
  change({ first, last })
}
const dimensions = computed(() => found.value?.dimensions ?? [])
const keys = useRadioKeys(
  () => dimensions.value.length,
  () => dimensions.value.indexOf(by.value),
  (i) => change({ by: dimensions.value[i] }),
)
const site = computed({
  get: () => asked('site'),
  set: (key) => change({ site: key || undefined }),
})
const sites = computed(() => [
  { value: '', label: say.bothSites },
  ...(found.value?.sites ?? []).map(({ key, name }) => ({ value: key, label: name })),
])
const file = (of: string): string =>
  fileAt(`/api/footfall.csv?${new URLSearchParams({ ...query.value, by: of }).toString()}`)
const fitting = computed(() => ({ name: 'fitting', params: { site: session.hello?.site } }))
const isEmpty = computed(() => !found.value?.crowd.seen && !found.value?.crowd.missed)
</script>

<template>
  <div class="page">
    <TopBar help="footfall" here="footfall" />
    <ScreenWait v-if="!found" :failed="failed" @again="load" />
    <main v-else id="main">
      <header class="title">
        <h1>{{ say.title }}</h1>
        <MenuPick
          v-if="found.sites.length > 1"
          v-model="site"
          :label="say.site"
          :shows="sites.find((each) => each.value === site)?.label ?? ''"
          :choices="sites"
        />
        <PeriodPick
          :period="found.period"
          :against="query.against"
          @days="showDays"
          @against="change({ against: $event })"
        />
        <a class="v-btn v-btn--size-small v-btn--variant-outlined" :href="file(by)" download>{{ say.csv }}</a>
      </header>
      <p v-if="failed || refused" class="wrong" role="alert">{{ failed || refused }}</p>
      <p v-for="note in found.period.noted" :key="note" class="noted small" role="status">{{ note }}</p>
      <p v-if="!found.is_counting" class="off">
        {{ say.off }}
        <router-link v-if="session.may('business')" class="act" :to="{ name: 'data' }">{{
          say.offAct
        }}</router-link>
      </p>
      <CrowdPath :found="found" @behind="behind = $event" />
      <p v-if="isEmpty" class="muted">
        {{ say.noneMore }}
        <router-link v-if="session.may('doors')" class="act" :to="fitting">{{ say.noneAct }}</router-link>
      </p>
      <template v-else>
        <div class="two">
          <div class="column">
            <section class="card by">
              <div class="tabs" role="tablist" :aria-label="say.byWhat" @keydown="keys.onKeydown">
                <button
                  v-for="(each, i) in dimensions"
                  :key="each"
                  type="button"
                  role="tab"
                  :tabindex="keys.tabindex(i)"
                  :aria-selected="each === by"
                  aria-controls="shares"
                  @click="change({ by: each })"
                >
                  <span class="sr">{{ say.byBefore(each) }}</span>{{ say.tabs[each] }}
                </button>
              </div>
              <div id="shares" role="tabpanel" :aria-label="say.by[by]">
                <ShareTable
                  v-if="table"
                  :table="table"
                  :period="found.period"
                  @behind="behind = behindRow($event, by)"
                />
              </div>
            </section>
            <DayChart
              :found="found"
              :file="file('day')"
              @since="showDays($event, found.period.today)"
              @days="showDays"
            />
          </div>
          <div class="column">
            <HourGrid :found="found" :file="file('hour')" @behind="behind = $event" />
            <OtherCounts :lines="found.lines" />
          </div>
        </div>
      </template>
      <BehindSheet
        v-if="behind"
        :about="behind"
        :site="query.site"
        :period="found.period"
        @close="behind = null"
      />
    </main>
  </div>
</template>

<style scoped src="./FootfallScreen.css"></style>
