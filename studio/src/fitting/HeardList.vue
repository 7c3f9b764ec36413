<script setup lang="ts">
/** The web addresses of a site: heard or silent, on which pages, and those that wait to be allowed. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import type { HostActs } from '../composables/useHosts'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { fittingWords as say } from '../words/fitting'
import HeardHost from './HeardHost.vue'

type Host = Schemas['HeardHostOut']
const props = defineProps<{ hosts: Host[]; acts: HostActs }>()
const emit = defineEmits<{ page: [string] }>()
const { typed, wrong } = props.acts
const of = (state: string, testing?: boolean) =>
  computed(() =>
    props.hosts.filter(
      (host) => host.state === state && (testing === undefined || host.for_testing === testing),
    ),
  )
const own = of('allowed', false)
const tests = of('allowed', true)
const strangers = of('heard')
const asides = of('not_ours')
</script>

<template>
  <section :aria-label="say.hear">
    <h2>{{ say.hear }}</h2>
    <ul class="hosts">
      <HeardHost
        v-for="host in own"
        :key="host.id"
        :host="host"
        @page="(page) => emit('page', page)"
        @remove="acts.remove(host)"
      />
      <li v-for="host in strangers" :key="host.id" class="stranger">
        <DoorGlyph state="barred" :size="26" />
        <div>
          <p>
            <b>{{ host.shown }}</b>
          </p>
          <p class="small">{{ host.says }}</p>
        </div>
        <v-btn color="primary" size="small" @click="acts.allow(host)">{{ say.allow }}</v-btn>
        <button type="button" class="act" @click="acts.aside(host)">{{ say.notOurs }}</button>
      </li>
    </ul>
    <template v-if="tests.length">
      <h3>{{ say.testing }}</h3>
      <ul class="hosts">
        <HeardHost
          v-for="host in tests"
          :key="host.id"
          :host="host"
          @page="(page) => emit('page', page)"
          @remove="acts.remove(host)"
        />
      </ul>
    </template>
    <form novalidate @submit.prevent="acts.add()">
      <TextBox
        v-model="typed"
        :label="say.add"
        :placeholder="say.add"
        hide-label
        dir="ltr"
        :wrong="wrong"
        @update:model-value="wrong = ''"
      />
      <v-btn type="submit" variant="outlined">{{ say.go }}</v-btn>
    </form>
    <details v-if="asides.length">
      <summary>{{ say.asides }} ({{ asides.length }})</summary>
      <ul class="hosts">
        <li v-for="host in asides" :key="host.id">
          <DoorGlyph state="shut" :size="22" />
          <div>
            <b>{{ host.shown }}</b>
          </div>
          <v-btn size="small" variant="outlined" @click="acts.allow(host)">{{ say.allow }}</v-btn>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
h2 {
  font-size: 18px;
  line-height: 24px;
  margin-bottom: 12px;
}
h3 {
  margin: 16px 0 8px;
  font-size: 15.5px;
  line-height: 21px;
}
.hosts {
  list-style: none;
  padding: 0;
  background: var(--card);
  border: 1px solid var(--hairline);
  border-radius: 22px 22px 12px 12px;
  overflow: hidden;
}
.hosts:empty {
  display: none;
}
.hosts > :deep(li) {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  min-height: 74px;
  padding: 10px 20px;
}
.hosts > :deep(li + li) {
  border-top: 1px solid var(--hairline);
}
.hosts > :deep(li > div) {
  flex: 1 1 220px;
  min-width: 0;
  overflow-wrap: anywhere;
}
b {
  font-weight: 600;
}
.stranger {
  background: var(--clay-tint);
}
form {
  display: flex;
  gap: 12px;
  margin-top: 14px;
}
form > :first-child {
  flex: 1;
}
details {
  margin-top: 12px;
}
</style>
