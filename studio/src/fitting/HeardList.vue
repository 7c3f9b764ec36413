<script setup lang="ts">
/** The web addresses of a site: heard or silent, and those that were heard without being allowed. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { ago } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { fittingWords as say } from '../words/fitting'

type Host = Schemas['HostOut']
const props = defineProps<{ hosts: Host[]; wrong: string }>()
const emit = defineEmits<{ allow: [Host]; aside: [Host]; remove: [Host]; add: [string]; page: [string] }>()
const typed = defineModel<string>('typed', { required: true })
const of = (state: string) => computed(() => props.hosts.filter((host) => host.state === state))
const own = of('allowed')
const strangers = of('heard')
const asides = of('not_ours')
const opened = ref<number | null>(null)
const now = new Date()
const DAY = 86_400_000
const SILENT_DAYS = 2
const quietDays = (host: Host): number =>
  host.heard_at ? Math.floor((now.getTime() - new Date(host.heard_at).getTime()) / DAY) : 0
const isQuiet = (host: Host): boolean => quietDays(host) >= SILENT_DAYS
const glyph = (host: Host): 'open' | 'ajar' | 'shut' =>
  !host.heard_at ? 'shut' : isQuiet(host) ? 'ajar' : 'open'
</script>

<template>
  <section :aria-label="say.hear">
    <h2>{{ say.hear }}</h2>
    <ul class="hosts">
      <li v-for="host in own" :key="host.id">
        <DoorGlyph :state="glyph(host)" :size="26" />
        <div>
          <p>
            <b>{{ host.shown }}</b> <span v-if="host.for_testing" class="muted">{{ say.testing }}</span>
          </p>
          <p class="small muted">
            <template v-if="isQuiet(host)">{{ say.quiet(quietDays(host)) }}</template><template
              v-else-if="host.heard_at"
              >{{ say.lineHeard(ago(new Date(host.heard_at), now))
              }}<button
                type="button"
                class="act"
                :aria-expanded="opened === host.id"
                @click="opened = opened === host.id ? null : host.id"
              >
                {{ say.pages(host.paths.length) }}</button
              >.</template
            ><template v-else>{{ say.never }}</template>
          </p>
          <ul v-if="opened === host.id" class="paths">
            <li v-for="path in host.paths" :key="path">
              <button type="button" class="act" @click="emit('page', `${host.shown}${path}`)">
                {{ path }}
              </button>
            </li>
          </ul>
        </div>
        <span class="tag" :class="host.heard_at && !isQuiet(host) ? 'moss' : 'sand'">{{
          host.heard_at && !isQuiet(host) ? say.heard : say.silent
        }}</span>
        <button
          type="button"
          class="quiet"
          :aria-label="`${say.remove}: ${host.shown}`"
          @click="emit('remove', host)"
        >
          {{ say.remove }}
        </button>
      </li>
      <li v-for="host in strangers" :key="host.id" class="stranger">
        <DoorGlyph state="barred" :size="26" />
        <div>
          <p>
            <b>{{ host.shown }}</b>
          </p>
          <p class="small">{{ say.notListed(ago(new Date(host.heard_at ?? now), now)) }}</p>
        </div>
        <v-btn color="primary" size="small" @click="emit('allow', host)">{{ say.allow }}</v-btn>
        <button type="button" class="act" @click="emit('aside', host)">{{ say.notOurs }}</button>
      </li>
    </ul>
    <form novalidate @submit.prevent="emit('add', typed)">
      <TextBox v-model="typed" :label="say.add" :placeholder="say.add" hide-label dir="ltr" :wrong="wrong" />
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
          <v-btn size="small" variant="outlined" @click="emit('allow', host)">{{ say.allow }}</v-btn>
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
.hosts > li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  min-height: 74px;
  padding: 10px 20px;
}
.hosts > li + li {
  border-top: 1px solid var(--hairline);
}
.hosts > li > div {
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
.moss {
  background: var(--moss-tint);
  color: var(--moss-dark);
}
.sand {
  background: var(--sand);
  color: var(--muted);
}
.paths {
  list-style: none;
  padding: 6px 0 0;
  columns: 2;
  font-size: 13px;
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
