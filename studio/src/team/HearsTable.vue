<script setup lang="ts">
/** Who hears of what: a row a kind, a column a person, each cell pressed to choose how often. */
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Hears, HearsState, Reader } from '../composables/useHears'
import MenuBox from '../parts/MenuBox.vue'
import { useSession } from '../stores/session'
import { hearsWords as say } from '../words/hears'
import QuietHours from './QuietHours.vue'

const SampleLetter = defineAsyncComponent(() => import('./SampleLetter.vue'))
const props = defineProps<{ state: HearsState }>()
const session = useSession()
const all = computed(() => props.state.all.value)
const sees = ref(false)
const own = computed(() => all.value?.readers.find((each) => each.is_me))
const first = (name: string): string => name.split(/[\s@]/)[0] ?? name
const rateWords = (kind: string, rate: string): string => say.rateOf[kind]?.[rate] ?? say.rate[rate] ?? rate
const cellLabel = (reader: Reader, kind: string): string =>
  `${say.choose(reader.name, say.kind[kind] ?? kind)}: ${rateWords(kind, reader.rates[kind] ?? 'no')}`
const unproven = computed(() => all.value?.readers.filter((each) => !each.is_proven) ?? [])
const ratesOf = (kind: Hears['kinds'][number]): string[] => kind.rates
const put = (reader: Reader, kind: string, rate: string): void => void props.state.put(reader, kind, rate)
</script>

<template>
  <section class="hears" :aria-label="say.title">
    <h2>{{ say.title }}</h2>
    <p class="muted small">{{ session.may('team') ? say.lead : say.leadOwn }}</p>
    <p v-if="!all && state.failed.value" role="alert">
      {{ state.failed.value }}
      <button type="button" class="press" @click="state.load()">{{ say.again }}</button>
    </p>
    <p v-else-if="!all" class="muted">{{ say.loading }}</p>
    <template v-else>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th scope="col">{{ say.when }}</th>
              <th v-for="reader in all.readers" :key="reader.id" scope="col" :title="reader.name">
                {{ first(reader.name) }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="kind in all.kinds" :key="kind.kind">
              <th scope="row">
                {{ say.kind[kind.kind] }}<small v-if="say.more[kind.kind]">{{ say.more[kind.kind] }}</small>
              </th>
              <td v-for="reader in all.readers" :key="reader.id">
                <span
                  v-if="reader.rates[kind.kind] === 'may_not'"
                  class="muted small"
                  :title="say.mayNot(reader.name)"
                  >{{ say.rate.may_not }}</span
                >
                <v-menu v-else>
                  <template #activator="{ props: press }"
                    ><button
                      type="button"
                      class="rate"
                      :class="{ on: reader.rates[kind.kind] !== 'no' }"
                      :aria-label="cellLabel(reader, kind.kind)"
                      v-bind="press"
                    >
                      {{ rateWords(kind.kind, reader.rates[kind.kind] ?? 'no') }}
                    </button></template
                  >
                  <MenuBox>
                    <button
                      v-for="rate in ratesOf(kind)"
                      :key="rate"
                      type="button"
                      class="entry"
                      :aria-current="rate === reader.rates[kind.kind] || undefined"
                      @click="put(reader, kind.kind, rate)"
                    >
                      {{ rateWords(kind.kind, rate) }}
                    </button>
                  </MenuBox>
                </v-menu>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-for="reader in unproven" :key="reader.id" class="small held">{{ say.notProven(reader.name) }}</p>
      <p class="small muted">
        {{ say.stops }}
        <button type="button" class="press" @click="sees = true">{{ say.see }}</button>
      </p>
      <QuietHours v-if="own" :own="own" :saved="state.saved.value" :put="state.putOwn" />
    </template>
    <SampleLetter
      v-if="sees && all"
      :kinds="all.kinds.filter((kind) => own && own.rates[kind.kind] !== 'may_not').map((kind) => kind.kind)"
      @close="sees = false"
    />
  </section>
</template>

<style scoped>
.hears {
  padding: 28px;
  background: var(--card);
  border-radius: 40px 40px 12px 12px;
  box-shadow: var(--raised);
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: start;
  font-weight: 400;
  padding: 8px 8px 8px 0;
  line-height: 19px;
}
thead th {
  font-size: 13px;
  color: var(--muted);
}
thead th:not(:first-child),
td {
  text-align: center;
  padding-inline: 4px;
  padding-block: 6px;
}
tr {
  border-bottom: 1px solid var(--hairline);
}
tbody th {
  min-width: 120px;
}
small {
  display: block;
  font-size: 12.5px;
  color: var(--muted);
}
.rate {
  min-height: 32px;
  padding: 0 9px;
  border-radius: var(--arch-32);
  font-size: 13px;
  color: var(--muted);
  white-space: nowrap;
}
.rate.on {
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
}
.rate:hover {
  background: var(--wine-tint);
}
.entry[aria-current] {
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
}
.press {
  min-height: 26px;
  text-decoration: underline 2px var(--brass);
  text-underline-offset: 6px;
  font-weight: 500;
  color: var(--dark);
}
.held {
  color: var(--brass-dark);
}
@media (max-width: 700px) {
  .hears {
    padding: 22px 16px;
  }
  .rate,
  .press {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>
