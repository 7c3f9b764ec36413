<script setup lang="ts">
/**
 * One way to be reached: moved by its handle or arrow keys, tried, opened to its own sentences, its address
 * changed, switched off, removed.
 */
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useKept } from '../composables/useKept'
import { useMasking } from '../composables/useMasking'
import GripDots from '../parts/GripDots.vue'
import ChannelAddress from './ChannelAddress.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import MenuBox from '../parts/MenuBox.vue'

const ChannelSentences = defineAsyncComponent(() => import('./ChannelSentences.vue'))

const props = defineProps<{
  channel: Schemas['ChannelOut']
  language: string
  state: DeskState
  isNew: boolean
  why?: string
  missing: Schemas['MissingOut'][]
  save: (key: string, change: Schemas['ChannelChange']) => Promise<void>
  lay: (key: string, laid: Schemas['ChannelLaid'] | null) => void
}>()
const emit = defineEmits<{ tryIt: []; remove: []; move: [by: number] }>()
const opened = ref(false)
const {
  typed,
  waits: changes,
  sent,
} = useKept(
  () => `address:${props.channel.key}`,
  () => props.channel.shown,
)
/** Told once a way, until it was read. */
const heard = useLocalStorage<string[]>('kk.told.computers', [])
const tells = computed(
  () => props.channel.on && props.channel.asks_on_computers && !heard.value.includes(props.channel.app),
)
const masking = useMasking()
const shown = computed(() => masking.shown(props.channel.shown, props.channel.key))
const isHidden = computed(() => shown.value !== props.channel.shown)
watch(opened, (now) => {
  if (!now) props.lay(props.channel.key, null)
})
async function keep(everywhere: boolean): Promise<void> {
  sent()
  await props.save(props.channel.key, { typed: typed.value, everywhere })
}
</script>

<template>
  <li class="channel" :class="{ off: !channel.on }">
    <div class="line">
      <GripDots :label="words.reach.move(channel.app_name)" @move="emit('move', $event)" />
      <span class="mark" aria-hidden="true">{{ channel.mark || channel.initials }}</span>
      <button type="button" class="what" :aria-expanded="opened" @click="opened = !opened">
        <b>{{ channel.name[language] || channel.app_name }}</b>
        <span v-if="!channel.address" class="blank">{{ words.reach.noAddress }}</span><span v-else dir="auto"
          >{{ shown }}<template v-if="!channel.on">, {{ words.reach.switchedOff }}</template
          ><template v-else-if="why">, {{ why }}</template
          ><template v-else-if="!channel.carries_text && channel.app !== 'phone'"
            >, {{ words.reach.noText }}</template
          ></span
        >
      </button>
      <span v-if="changes && !opened" class="tag clay">{{ deskWords.channel.notKept }}</span>
      <span v-if="isNew" class="tag">{{ words.desk.tag }}</span>
      <v-btn size="small" variant="outlined" @click="emit('tryIt')">{{ words.reach.tryIt }}</v-btn>
      <v-menu location="bottom end">
        <template #activator="{ props: press }"
          ><button type="button" class="more" v-bind="press" :aria-label="words.reach.more(channel.app_name)">
            <svg viewBox="0 0 4 16" width="4" height="16" aria-hidden="true">
              <g fill="currentColor">
                <circle cx="2" cy="2" r="1.6" />
                <circle cx="2" cy="8" r="1.6" />
                <circle cx="2" cy="14" r="1.6" />
              </g>
            </svg></button
        ></template>
        <MenuBox>
          <button type="button" @click="opened = true">{{ words.reach.edit }}</button>
          <button v-if="isHidden" type="button" @click="masking.reveal(channel.key)">
            {{ deskWords.reachMask.reveal }}
          </button>
          <button type="button" @click="save(channel.key, { on: !channel.on })">
            {{ channel.on ? words.reach.off : words.reach.on }}
          </button>
          <button type="button" @click="emit('remove')">{{ words.reach.remove }}</button>
        </MenuBox>
      </v-menu>
    </div>
    <p v-if="tells" class="note once">
      {{ deskWords.apps.asksOnComputers(channel.app_name) }}
      <button type="button" class="act" @click="heard = [...heard, channel.app]">
        {{ deskWords.apps.heard }}
      </button>
    </p>
    <p v-if="channel.caveat" class="note" :class="channel.state">
      {{ channel.caveat }}
    </p>
    <ChannelAddress v-if="opened" v-model:typed="typed" :channel="channel" :changes="changes" :keep="keep" />
    <ChannelSentences
      v-if="opened"
      :channel="channel"
      :missing="missing"
      :state="state"
      :save="save"
      :lay="lay"
    />
  </li>
</template>

<style scoped>
.channel {
  list-style: none;
  border-bottom: 1px solid var(--hairline);
  padding: 5px 0;
  background: var(--card);
}
.line {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 40px;
}
.mark {
  flex: none;
  min-width: 34px;
  padding: 0 4px;
  height: 38px;
  border-radius: var(--arch-initials);
  background: var(--mulberry);
  color: var(--card);
  font: 600 13px/38px var(--text);
  text-align: center;
}
.off .mark {
  background: var(--wine-tint);
  color: var(--mulberry);
}
.what {
  flex: 1;
  min-width: 0;
  display: grid;
  line-height: 19px;
  text-align: start;
}
.what b {
  font-weight: 600;
  font-size: 14.5px;
  justify-self: start;
}
.what:hover b {
  border-bottom: 2px solid var(--brass);
  margin-bottom: -2px;
}
.what span {
  font-size: 13px;
  color: var(--muted);
  overflow-wrap: anywhere;
}
.what .blank {
  color: var(--brass-dark);
  font-style: italic;
  justify-self: start;
  border-bottom: 1px dashed var(--brass-dark);
}
.more {
  flex: none;
  width: 32px;
  height: 36px;
  margin: 0 -8px 0 -4px;
  display: grid;
  place-items: center;
  color: var(--muted);
  border-radius: var(--arch-32);
}
.more:hover {
  background: var(--wine-tint);
  color: var(--dark);
}
.menu button {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
}
.menu button:hover,
.menu button:focus-visible {
  background: var(--wine-tint);
}
.note {
  margin: 2px 0 4px 62px;
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
.note.ajar {
  color: var(--brass-dark);
}
.note.barred {
  color: var(--clay-dark);
}
@media (max-width: 700px) {
  .line {
    gap: 8px;
  }
  .more,
  .what {
    min-height: 44px;
  }
}
</style>
