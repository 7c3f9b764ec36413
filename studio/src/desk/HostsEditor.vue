<script setup lang="ts">
/** Which web addresses the button may stand on, what was heard from where, and the line itself. */
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useHosts } from '../composables/useHosts'
import { ago } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import EmbedLine from '../parts/EmbedLine.vue'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/app'
import { reviewWords } from '../words/review'
import { websiteWords } from '../words/website'

const LookAgain = defineAsyncComponent(() => import('./LookAgain.vue'))
const props = defineProps<{ state: DeskState }>()
const emit = defineEmits<{ show: [] }>()
const desk = computed(() => props.state.desk.value)
const of = (state: string) => computed(() => desk.value?.hosts.filter((host) => host.state === state) ?? [])
const own = of('allowed')
const heard = of('heard')
const asides = of('not_ours')
/** The site's own web address, of those for testing none. */
const first = computed(() => own.value.find((host) => !host.for_testing && !host.shown.startsWith('*')))
const looks = ref(false)
const now = new Date()
const { typed, wrong, add, allow, aside, remove } = useHosts({
  site: () => desk.value?.site ?? '',
  isLast: () => own.value.length === 1,
  run: (asked) => props.state.act(asked),
  load: () => props.state.load(),
})
const stateWords = (host: Schemas['HostOut']): string =>
  host.heard_at
    ? `${words.hosts.heard(ago(new Date(host.heard_at), now))}, ${words.hosts.pages(host.paths.length)}`
    : words.hosts.silent
</script>

<template>
  <div v-if="desk" class="hosts">
    <p class="small muted">{{ own.length ? words.hosts.title : words.hosts.none }}</p>
    <ul v-if="own.length">
      <li v-for="host in own" :key="host.id">
        <DoorGlyph :state="host.heard_at ? 'open' : 'shut'" :size="19" /><span
          ><b>{{ host.shown }}</b
          ><small
            >{{ stateWords(host)
            }}<template v-if="host.for_testing">, {{ words.hosts.testing }}</template></small
          ></span
        ><button
          type="button"
          class="quiet"
          :aria-label="`${words.hosts.remove}: ${host.shown}`"
          @click="remove(host)"
        >
          {{ words.hosts.remove }}
        </button>
      </li>
    </ul>
    <div v-if="heard.length" class="heard">
      <p>{{ words.hosts.heardFrom }}</p>
      <ul>
        <li v-for="host in heard" :key="host.id">
          <DoorGlyph state="ajar" :size="19" /><span
            ><b>{{ host.shown }}</b
            ><small>{{ stateWords(host) }}</small></span
          ><v-btn size="small" color="primary" @click="allow(host)">{{ words.hosts.allow }}</v-btn
          ><v-btn size="small" variant="outlined" @click="aside(host)">{{ words.hosts.notOurs }}</v-btn>
        </li>
      </ul>
    </div>
    <form novalidate @submit.prevent="add()">
      <TextBox
        v-model="typed"
        :label="words.hosts.add"
        :placeholder="words.hosts.placeholder"
        dir="ltr"
        :wrong="wrong"
        @update:model-value="wrong = ''"
      /><v-btn type="submit" variant="outlined">{{ words.hosts.go }}</v-btn>
    </form>
    <div>
      <h3>{{ words.hosts.line }}</h3>
      <EmbedLine :line="desk.line" :site="desk.site" stacked />
    </div>
    <p v-if="first" class="small">
      <button type="button" class="act" @click="looks = true">{{ websiteWords.lookAgain.go }}</button>
      {{ ' ' }}<span class="muted">{{ websiteWords.lookAgain.help(first.shown) }}</span>
    </p>
    <LookAgain v-if="looks && first" :state="state" :address="first.shown" @close="looks = false" />
    <p class="small">
      <button type="button" class="act" @click="emit('show')">{{ reviewWords.show.menu }}</button>{{ ' ' }}
      <span class="muted">{{ reviewWords.show.menuHelp }}</span>
    </p>
    <details v-if="asides.length">
      <summary>{{ words.hosts.asides }} ({{ asides.length }})</summary>
      <ul>
        <li v-for="host in asides" :key="host.id">
          <DoorGlyph state="shut" :size="19" /><span
            ><b>{{ host.shown }}</b
            ><small>{{ stateWords(host) }}</small></span
          ><v-btn size="small" variant="outlined" @click="allow(host)">{{ words.hosts.allow }}</v-btn>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.hosts {
  display: grid;
  gap: 14px;
}
ul {
  list-style: none;
  border-top: 1px solid var(--hairline);
}
li {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 48px;
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
}
li span {
  flex: 1;
  min-width: 0;
  display: grid;
  line-height: 18px;
  overflow-wrap: anywhere;
}
li b {
  font-weight: 600;
}
li small {
  font-size: 13px;
  color: var(--muted);
}
.heard {
  background: var(--brass-tint);
  border-radius: var(--arch-card);
  padding: 12px 14px;
}
.heard p {
  font-weight: 500;
  margin-bottom: 6px;
}
.heard ul {
  border-color: #e8cf9c;
}
.heard li {
  border-color: #e8cf9c;
  flex-wrap: wrap;
}
.heard li:last-child {
  border: 0;
}
.heard small {
  color: #5d4a2b;
}
form {
  display: flex;
  gap: 10px;
  align-items: start;
}
form > :first-child {
  flex: 1;
}
form .v-btn {
  margin-top: 27px;
  height: 44px;
}
h3 {
  font-size: 14px;
  font-family: var(--text);
  margin-bottom: 8px;
}
.quiet {
  font-size: 13px;
  color: var(--muted);
  min-height: 32px;
  padding: 0 4px;
}
.quiet:hover {
  color: var(--dark);
  border-bottom: 2px solid var(--brass);
}
.press {
  border-bottom: 2px solid var(--brass);
  color: var(--mulberry);
  font-weight: 600;
  text-decoration: none;
}
summary {
  cursor: pointer;
  color: var(--muted);
  font-size: 13.5px;
}
</style>
