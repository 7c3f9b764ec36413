<script setup lang="ts">
/** The page on the stage: any address of the site typed or pasted, or a page heard picked from the list. */
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import { isForTesting } from '../logic/addresses'
import { deskWords } from '../words/desk'
import { words } from '../words/app'

const address = defineModel<string>({ required: true })
const props = defineProps<{ pages: Schemas['PageOut'][]; hosts: Schemas['HostOut'][] }>()
const typed = ref('')
const focused = ref(false)
const at = ref(-1)
const box = ref<HTMLInputElement>()
/** Sites under work on one's own machine have no certificate. */
const schemeOf = (text: string): string =>
  address.value.startsWith(`http://${text.split('/')[0] ?? ''}/`) || isForTesting(text) ? 'http' : 'https'
const short = (full: string): string => full.replace(/^https?:\/\//, '')
watch(
  address,
  (now) => {
    if (!focused.value) typed.value = short(now)
  },
  { immediate: true },
)
const found = computed(() => {
  const wanted = typed.value.trim().toLowerCase()
  const all =
    wanted === short(address.value).toLowerCase()
      ? props.pages
      : props.pages.filter(
          (page) =>
            short(page.address).toLowerCase().includes(wanted) || page.title.toLowerCase().includes(wanted),
        )
  return all.slice(0, 12)
})
function go(to: string): void {
  const text = to.trim()
  const first =
    props.hosts.find((host) => host.state === 'allowed' && !host.name.startsWith('*.'))?.name ?? ''
  address.value = !text
    ? address.value
    : /^https?:\/\//.test(text)
      ? text
      : text.startsWith('/')
        ? `${schemeOf(first)}://${first}${text}`
        : `${schemeOf(text)}://${text.includes('/') || text.includes('?') ? text : text + '/'}`
  focused.value = false
  box.value?.blur()
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    at.value = Math.max(-1, Math.min(found.value.length - 1, at.value + (event.key === 'ArrowDown' ? 1 : -1)))
  } else if (event.key === 'Enter')
    go(at.value >= 0 ? (found.value[at.value]?.address ?? typed.value) : typed.value)
  else if (event.key === 'Escape') {
    event.stopPropagation()
    typed.value = short(address.value)
    box.value?.blur()
  }
}
function leave(): void {
  setTimeout(() => {
    focused.value = false
    at.value = -1
    typed.value = short(address.value)
  }, 150)
}
const host = computed(() => short(address.value).split('/')[0] ?? '')
const rest = computed(() => short(address.value).slice(host.value.length))
function focus(event: FocusEvent): void {
  focused.value = true
  ;(event.target as HTMLInputElement).select()
}
</script>

<template>
  <div class="address">
    <label
      ><span class="sr">{{ words.stage.page }}</span
      ><input
        ref="box"
        v-model="typed"
        type="text"
        dir="ltr"
        spellcheck="false"
        autocomplete="off"
        role="combobox"
        :aria-expanded="focused && found.length > 0"
        aria-controls="stage-pages"
        :aria-activedescendant="at >= 0 ? `stage-page-${at}` : undefined"
        :class="{ hidden: !focused && address }"
        :placeholder="words.stage.drawn"
        @focus="focus"
        @blur="leave"
        @keydown="key"
    /></label>
    <span v-if="!focused && address" class="drawn" aria-hidden="true" @click="box?.focus()"
      >{{ host }}<b>{{ rest }}</b></span
    >
    <ul
      v-show="focused && found.length"
      id="stage-pages"
      role="listbox"
      :aria-label="deskWords.stage.address"
    >
      <li
        v-for="(page, i) in found"
        :id="`stage-page-${i}`"
        :key="page.address"
        role="option"
        :aria-selected="i === at"
        @mousedown.prevent="go(page.address)"
      >
        <b>{{ short(page.address) }}</b><small>{{ page.title }}</small>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.address {
  position: relative;
  flex: 1;
  min-width: 0;
}
input,
.drawn {
  display: block;
  width: 100%;
  height: 32px;
  padding: 0 12px;
  border: 1px solid var(--box-line);
  border-radius: var(--arch-32);
  background: #fff;
  font-size: 13px;
  line-height: 30px;
  color: var(--ink);
}
input.hidden {
  color: transparent;
}
input::placeholder {
  color: var(--muted);
}
.drawn {
  position: absolute;
  inset: 0;
  border-color: transparent;
  background: none;
  color: var(--muted);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  cursor: text;
}
.drawn b {
  color: var(--ink);
  font-weight: 600;
}
ul {
  position: absolute;
  top: 36px;
  left: 0;
  right: 0;
  z-index: 5;
  max-height: 330px;
  overflow-y: auto;
  list-style: none;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--floating);
  padding: 8px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 14px;
  padding: 7px 10px;
  border-radius: var(--arch-32);
  cursor: pointer;
  font-size: 13.5px;
}
li b {
  font-weight: 500;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
li small {
  color: var(--muted);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 45%;
}
li[aria-selected='true'],
li:hover {
  background: var(--wine-tint);
}
@media (max-width: 700px) {
  .address {
    flex: 1 0 100%;
  }
  input,
  .drawn {
    height: 44px;
    line-height: 42px;
    font-size: 16px;
  }
}
</style>
