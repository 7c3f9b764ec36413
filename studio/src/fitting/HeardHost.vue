<script setup lang="ts">
/** One web address: how it is heard, its pages, and those known there that never were. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { ago } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ host: Schemas['HeardHostOut'] }>()
const emit = defineEmits<{ page: [string]; remove: [] }>()
const opened = ref(false)
const GLYPH = { heard: 'open', quiet: 'ajar', silent: 'barred', never: 'shut' } as const
const isHeard = computed(() => props.host.hearing === 'heard')
const check = (path: string): void => emit('page', `${props.host.shown}${path}`)
const now = new Date()
</script>

<template>
  <li :class="{ silent: host.hearing === 'silent' }">
    <DoorGlyph :state="GLYPH[host.hearing]" :size="26" />
    <div>
      <p>
        <b>{{ host.shown }}</b>
      </p>
      <p class="small muted">
        {{ host.says
        }}<template v-if="host.pages.length"
          >{{ ' ' }}{{ say.onPages
          }}<button type="button" class="act" :aria-expanded="opened" @click="opened = !opened">
            {{ say.pages(host.pages.length) }}</button
          >.</template
        >
      </p>
      <p v-if="host.unheard.length" class="small muted">
        {{ say.unheard
        }}<template v-for="(path, i) in host.unheard.slice(0, 4)" :key="path"
          ><template v-if="i">, </template
          ><button type="button" class="act" @click="check(path)">{{ path }}</button></template
        ><template v-if="host.unheard.length > 4 || host.unheard_more">
          {{ say.unheardMore(host.unheard.length - 4 + host.unheard_more) }}</template
        >.
      </p>
      <p v-for="note in host.notes" :key="note" class="note small">
        <DoorGlyph state="ajar" :size="15" /><span>{{ note }}</span>
      </p>
    </div>
    <span class="tag" :class="isHeard ? 'moss' : 'sand'">{{ isHeard ? say.heard : say.silent }}</span>
    <button type="button" class="quiet" :aria-label="`${say.remove}: ${host.shown}`" @click="emit('remove')">
      {{ say.remove }}
    </button>
    <ul v-if="opened" class="pages" :aria-label="say.opensPages(host.shown)">
      <li v-for="page in host.pages" :key="page.path">
        <button type="button" class="act" @click="check(page.path)">{{ page.path }}</button>
        <span class="muted">{{ ago(new Date(page.heard_at), now) }}</span>
        <span>{{ page.door }}</span>
        <span v-if="page.share !== null" class="muted" :title="say.sharesHelp">{{
          say.shows(page.share)
        }}</span>
      </li>
    </ul>
  </li>
</template>

<style scoped>
b {
  font-weight: 600;
}
.moss {
  background: var(--moss-tint);
  color: var(--moss-dark);
}
.sand {
  background: var(--sand);
  color: var(--muted);
}
.silent {
  background: var(--clay-tint);
}
.note {
  display: flex;
  gap: 8px;
  align-items: start;
  margin-top: 4px;
}
.note svg {
  flex: none;
  margin-top: 2px;
}
.pages {
  flex-basis: 100%;
  max-height: 320px;
  overflow-y: auto;
  list-style: none;
  padding: 4px 0 0;
  font-size: 13px;
}
.pages li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 130px 130px 120px;
  gap: 4px 12px;
  align-items: center;
  min-height: 34px;
  border-top: 1px solid var(--hairline);
}
.pages .act {
  justify-self: start;
  overflow-wrap: anywhere;
  text-align: start;
}
@media (max-width: 720px) {
  .pages li {
    grid-template-columns: 1fr auto;
    min-height: 44px;
  }
}
</style>
