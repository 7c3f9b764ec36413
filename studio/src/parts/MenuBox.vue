<script setup lang="ts">
/**
 * What a press lets down: a menu with the keys of one (WAI-ARIA Authoring Practices, menu button), or, with a
 * `label`, a small dialog that holds boxes to fill in.
 */
import { nextTick, onMounted, ref } from 'vue'

/** With a `finder`, letters go to its box; the arrows still go through what it found. */
const props = defineProps<{ label?: string; finder?: boolean }>()
const box = ref<HTMLElement>()
const items = (): HTMLElement[] =>
  [...(box.value?.querySelectorAll<HTMLElement>('a[href], button') ?? [])].filter(
    (item) => item.offsetParent !== null,
  )
function key(event: KeyboardEvent): void {
  if (props.label) return
  const all = items()
  const at = all.indexOf(document.activeElement as HTMLElement)
  const isWriting = !!props.finder && document.activeElement instanceof HTMLInputElement
  if (isWriting && (event.key === 'Home' || event.key === 'End')) return
  const letter = event.key.length === 1 && !props.finder ? event.key.toLocaleLowerCase() : ''
  const to =
    event.key === 'ArrowDown'
      ? (at + 1) % all.length
      : event.key === 'ArrowUp'
        ? (at - 1 + all.length) % all.length
        : event.key === 'Home'
          ? 0
          : event.key === 'End'
            ? all.length - 1
            : letter.trim()
              ? [...all.keys()]
                  .map((i) => (at + 1 + i) % all.length)
                  .find((i) => all[i]?.textContent.trim().toLocaleLowerCase().startsWith(letter))
              : undefined
  if (to === undefined) return
  event.preventDefault()
  event.stopPropagation()
  all[to]?.focus()
}
onMounted(async () => {
  if (!props.label)
    for (const item of items()) {
      item.setAttribute('role', 'menuitem')
      item.tabIndex = -1
    }
  await nextTick()
  const first =
    props.label || props.finder ? box.value?.querySelector<HTMLElement>('input, button, a[href]') : items()[0]
  first?.focus({ preventScroll: true })
})
</script>

<template>
  <div
    ref="box"
    class="menu"
    :role="label ? 'dialog' : 'menu'"
    :aria-label="label"
    tabindex="-1"
    @keydown="key"
  >
    <slot />
  </div>
</template>
