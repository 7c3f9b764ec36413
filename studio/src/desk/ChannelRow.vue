<script setup lang="ts">
/** One way to be reached: moved by its handle or arrow keys, tried, edited in place, switched off, removed. */
import { ref, toRef, watch } from 'vue'
import { Refusal, type Schemas } from '../api/client'
import { useReading } from '../composables/useReading'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/en'

const props = defineProps<{ channel: Schemas['ChannelOut']; language: string; save: (key: string, change: Schemas['ChannelChange']) => Promise<void> }>()
const emit = defineEmits<{ tryIt: []; remove: []; move: [by: number] }>()
const editing = ref(false)
const typed = ref('')
const name = ref('')
const wrong = ref('')
const { reading } = useReading({ typed, app: toRef(() => props.channel.app) })
watch(editing, (on) => {
  typed.value = on ? props.channel.shown : ''
  name.value = props.channel.name[props.language] ?? ''
  wrong.value = ''
})
async function keep(): Promise<void> {
  try {
    const moved = typed.value !== props.channel.shown
    await props.save(props.channel.key, { ...(moved ? { typed: typed.value } : {}), name: { ...props.channel.name, [props.language]: name.value } })
    editing.value = false
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
</script>

<template>
  <li class="channel" :class="{ off: !channel.on }">
    <div class="line">
      <button type="button" class="grip" :aria-label="words.reach.move(channel.app_name)" @keydown.up.prevent="emit('move', -1)" @keydown.down.prevent="emit('move', 1)"><svg viewBox="0 0 8 14" width="8" height="14" aria-hidden="true"><g fill="currentColor"><circle v-for="n in 6" :key="n" :cx="n % 2 ? 1.5 : 6.5" :cy="2 + 5 * Math.floor((n - 1) / 2)" r="1.3" /></g></svg></button>
      <span class="mark" aria-hidden="true">{{ channel.initials }}</span>
      <div class="what">
        <b>{{ channel.name[language] || channel.app_name }}</b>
        <span dir="auto">{{ channel.shown }}<template v-if="!channel.on">, {{ words.reach.switchedOff }}</template><template v-else-if="!channel.carries_text && channel.app !== 'phone'">, {{ words.reach.noText }}</template></span>
      </div>
      <v-btn size="small" variant="outlined" @click="emit('tryIt')">{{ words.reach.tryIt }}</v-btn>
      <v-menu location="bottom end">
        <template #activator="{ props: press }"><button type="button" class="more" v-bind="press" :aria-label="words.reach.more(channel.app_name)"><svg viewBox="0 0 4 16" width="4" height="16" aria-hidden="true"><g fill="currentColor"><circle cx="2" cy="2" r="1.6" /><circle cx="2" cy="8" r="1.6" /><circle cx="2" cy="14" r="1.6" /></g></svg></button></template>
        <div class="menu">
          <button type="button" @click="editing = true">{{ words.reach.edit }}</button>
          <button type="button" @click="save(channel.key, { on: !channel.on })">{{ channel.on ? words.reach.off : words.reach.on }}</button>
          <button type="button" @click="emit('remove')">{{ words.reach.remove }}</button>
        </div>
      </v-menu>
    </div>
    <p v-if="channel.note && !editing" class="note" :class="channel.state">{{ channel.note }}</p>
    <form v-if="editing" class="edit" novalidate @submit.prevent="keep">
      <TextBox v-model="typed" :label="words.reach.address" :wrong="wrong" autofocus />
      <ReadingLine v-if="reading && !wrong" :reading="reading" />
      <TextBox v-model="name" :label="words.reach.name" :placeholder="words.reach.nameHint(channel.app_name)" :maxlength="60" />
      <div class="acts"><v-btn type="submit" color="primary" size="small">{{ words.reach.save }}</v-btn><v-btn size="small" variant="outlined" @click="editing = false">{{ words.reach.cancel }}</v-btn></div>
    </form>
  </li>
</template>

<style scoped>
.channel { list-style: none; border-bottom: 1px solid var(--hairline); padding: 5px 0; background: var(--card) }
.line { display: flex; align-items: center; gap: 12px; min-height: 40px }
.grip { flex: none; width: 18px; height: 36px; margin: 0 -6px 0 -8px; color: var(--edge); cursor: grab; display: grid; place-items: center }
.mark { flex: none; width: 34px; height: 38px; border-radius: var(--arch-initials); background: var(--mulberry); color: var(--card); font: 600 13px/38px var(--text); text-align: center }
.off .mark { background: var(--wine-tint); color: var(--mulberry) }
.what { flex: 1; min-width: 0; display: grid; line-height: 19px } .what b { font-weight: 600; font-size: 14.5px } .what span { font-size: 13px; color: var(--muted); overflow-wrap: anywhere }
.more { flex: none; width: 32px; height: 36px; margin: 0 -8px 0 -4px; display: grid; place-items: center; color: var(--muted); border-radius: var(--arch-32) } .more:hover { background: var(--wine-tint); color: var(--dark) }
.menu button { display: block; width: 100%; text-align: start; padding: 9px 12px; border-radius: var(--arch-32) } .menu button:hover, .menu button:focus-visible { background: var(--wine-tint) }
.note { margin: 2px 0 4px 56px; font-size: 13px; line-height: 18px; color: var(--muted) } .note.ajar { color: var(--brass-dark) } .note.barred { color: var(--clay-dark) }
.edit { display: grid; gap: 12px; margin: 10px 0 10px 22px } .acts { display: flex; gap: 8px }
</style>
