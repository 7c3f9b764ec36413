<script setup lang="ts">
/** Ctrl K: find a door, a number, a page, a word, or something to do. */
import { useLocalStorage } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { find, type Item } from '../logic/find'
import { reviewWords } from '../words/review'

const props = defineProps<{ items: Item[] }>()
const emit = defineEmits<{ close: []; pick: [Item] }>()
const say = reviewWords.find
const typed = ref('')
const at = ref(0)
const dialog = ref<HTMLDialogElement>()
const recent = useLocalStorage<string[]>('kk.found', [])
onMounted(() => dialog.value?.showModal())
/** A page typed or pasted is asked about, whatever else is found. */
const asked = computed<(Item & { act: object })[]>(() => {
  const page = typed.value.trim()
  if (!/^(https?:\/\/)?[\w.-]*(\.[a-z]{2,}(\/\S*)?|\/\S*)$/i.test(page)) return []
  const act = { to: 'screen', name: 'fitting', page }
  return [{ id: 'why', kind: 'page', title: say.actions.whyOn(page), more: '', act }]
})
const found = computed(() => [...find(props.items, typed.value, recent.value), ...asked.value])
watch(found, () => {
  at.value = 0
})
function pick(item: Item | undefined): void {
  if (!item) return
  recent.value = [item.id, ...recent.value.filter((each) => each !== item.id)].slice(0, 8)
  dialog.value?.close()
  void nextTick(() => emit('pick', item))
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    at.value = Math.max(0, Math.min(found.value.length - 1, at.value + (event.key === 'ArrowDown' ? 1 : -1)))
    document.getElementById(`found-${at.value}`)?.scrollIntoView({ block: 'nearest' })
  } else if (event.key === 'Enter') {
    event.preventDefault()
    pick(found.value[at.value])
  }
}
</script>

<template>
  <dialog
    ref="dialog"
    class="find"
    :aria-label="say.title"
    @close="emit('close')"
    @click.self="dialog?.close()"
  >
    <input
      v-model="typed"
      type="text"
      role="combobox"
      :aria-expanded="found.length > 0"
      :aria-controls="found.length ? 'found' : undefined"
      :aria-activedescendant="found.length ? `found-${at}` : undefined"
      :aria-label="say.title"
      :placeholder="say.hint"
      autocomplete="off"
      spellcheck="false"
      maxlength="200"
      @keydown="key"
    />
    <p class="sr" role="status">{{ typed ? say.count(found.length) : '' }}</p>
    <p v-if="!typed && found.length" class="small muted head">{{ say.recent }}</p>
    <ul v-if="found.length" id="found" role="listbox" :aria-label="say.title">
      <li
        v-for="(item, i) in found"
        :id="`found-${i}`"
        :key="item.id"
        role="option"
        :aria-selected="i === at"
        @click="pick(item)"
        @mousemove="at = i"
      >
        <span class="kind">{{ say.kinds[item.kind] }}</span><b>{{ item.title }}</b
        ><small>{{ item.more }}</small>
      </li>
    </ul>
    <div v-else-if="typed" class="none">
      <b>{{ say.nothing }}</b>
      <p class="muted">{{ say.nothingHelp }}</p>
    </div>
  </dialog>
</template>

<style scoped>
.find {
  border: 0;
  padding: 16px 24px 20px;
  /* Let down from the bar, where it was pressed. */
  margin: 56px 0 0 auto;
  width: min(620px, 100vw);
  max-height: min(600px, calc(100dvh - 80px));
  background: var(--card);
  border-radius: 0 0 0 40px;
  box-shadow: var(--floating);
  color: var(--ink);
}
.find::backdrop {
  background: rgb(58 20 36 / 22%);
}
.find[open] {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
input {
  height: 50px;
  padding: 0 18px;
  border: 1px solid var(--edge);
  border-radius: 20px 20px 10px 10px;
  background: #fff;
  font-size: 16px;
}
input::placeholder {
  color: var(--muted);
}
.head {
  padding: 2px 14px 0;
}
ul {
  list-style: none;
  overflow-y: auto;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: 0 12px;
  padding: 8px 14px;
  border-radius: var(--arch-32);
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--wine-tint);
}
.kind {
  grid-row: span 2;
  font-size: 13px;
  color: var(--muted);
  padding-top: 1px;
}
b {
  font-weight: 600;
  overflow-wrap: anywhere;
}
small {
  font-size: 13px;
  color: var(--muted);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
small:empty {
  display: none;
}
.none {
  padding: 14px 18px 18px;
}
</style>
