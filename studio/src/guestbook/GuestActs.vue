<script setup lang="ts">
/** What becomes of an entry: handed to somebody, done, not for us, deleted. */
import { computed, nextTick, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { GuestbookState } from '../composables/useGuestbook'
import { useToast } from '../composables/useToast'
import MenuBox from '../parts/MenuBox.vue'
import { guestWords as say } from '../words/guestbook'

const props = defineProps<{
  book: GuestbookState
  entry: Schemas['EntryOut']
  hands: Schemas['HandOut'][]
  me: string
}>()
const emit = defineEmits<{ gone: [] }>()
const toast = useToast()
const giving = ref(false)
const sure = ref(false)
const sureBox = ref<HTMLElement>()
const here = computed(() => props.hands.filter((hand) => !hand.is_gone))
const isOpen = computed(() => props.entry.state === 'waiting' || props.entry.state === 'taken')
const isAside = computed(() => props.entry.state === 'not_ours' || props.entry.state === 'apart')
const hand = (whom: string): Promise<boolean> =>
  props.book.act((at) => want(api.POST('/api/guestbook/{pk}/hand', { ...at, body: { whom } })))
async function handTo(whom: string): Promise<void> {
  const before = props.entry.holder
  if (!(await hand(whom))) return
  const name = props.hands.find((each) => each.whom === whom)?.name
  toast.say(name ? say.handed(name) : say.nobodyHas, () => hand(before).then(() => undefined))
}
const mark = (state: Schemas['MarkIn']['state']): Promise<boolean> =>
  props.book.act((at) => want(api.POST('/api/guestbook/{pk}/mark', { ...at, body: { state } })))
async function markAs(state: 'done' | 'not_ours', says: string): Promise<void> {
  if (await mark(state)) toast.say(says, () => mark('waiting').then(() => undefined))
}
async function ask(): Promise<void> {
  sure.value = true
  await nextTick()
  sureBox.value?.querySelector('button')?.focus()
}
async function remove(): Promise<void> {
  if (!(await props.book.remove())) return
  toast.say(say.removed)
  emit('gone')
}
defineExpose({
  give: () => (giving.value = true),
  done: () => {
    if (isOpen.value) void markAs('done', say.doneToast)
  },
})
</script>

<template>
  <div class="acts">
    <v-menu v-if="!isAside" v-model="giving">
      <template #activator="{ props: press }">
        <v-btn variant="outlined" v-bind="press"
          >{{ say.hand
          }}<svg viewBox="0 0 10 6" width="10" height="6" aria-hidden="true">
            <path d="m1 1 4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.6" /></svg
        ></v-btn>
      </template>
      <MenuBox>
        <button
          v-for="each in here"
          :key="each.whom"
          type="button"
          class="entry"
          :aria-current="each.whom === entry.holder ? 'true' : undefined"
          @click="handTo(each.whom)"
        >
          {{ each.whom === me ? `${each.name} (${say.me})` : each.name }}
        </button>
        <button v-if="entry.holder" type="button" class="entry" @click="handTo('')">
          {{ say.handBack }}
        </button>
      </MenuBox>
    </v-menu>
    <button v-if="isOpen" type="button" class="act" @click="markAs('done', say.doneToast)">
      {{ say.done }}
    </button>
    <button v-else-if="entry.state === 'done'" type="button" class="act" @click="mark('waiting')">
      {{ say.reopen }}
    </button>
    <button v-if="isAside" type="button" class="act" @click="mark('waiting')">{{ say.isOurs }}</button>
    <button
      v-if="entry.state !== 'not_ours'"
      type="button"
      class="act"
      @click="markAs('not_ours', say.notOursToast)"
    >
      {{ say.notOurs }}
    </button>
    <button v-if="!sure" type="button" class="act" @click="ask">{{ say.remove }}</button>
    <span v-else ref="sureBox" class="sure" role="group" :aria-label="say.removeTitle">
      <span>{{ say.removeHelp }}</span>
      <button type="button" class="act" @click="remove">{{ say.removeYes }}</button>
      <button type="button" class="act" @click="sure = false">{{ say.keep }}</button>
    </span>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 20px;
  align-items: center;
  margin: 4px 0 24px;
}
.acts svg {
  margin-inline-start: 8px;
}
.entry {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
}
.entry:hover,
.entry:focus-visible {
  background: var(--wine-tint);
}
.entry[aria-current] {
  font-weight: 600;
}
.sure {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
</style>
