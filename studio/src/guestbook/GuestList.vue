<script setup lang="ts">
/** All entries of a view, a heading for each state; the rest comes as one scrolls to its end. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import type { Schemas } from '../api/client'
import { grouped } from '../logic/guestbook'
import { guestWords as say } from '../words/guestbook'
import GuestRow from './GuestRow.vue'

const props = defineProps<{ list: Schemas['EntriesOut']; chosen: number | null }>()
const emit = defineEmits<{ more: [] }>()
const groups = computed(() => grouped(props.list.entries, say))
const end = ref<HTMLElement>()
const seen = new IntersectionObserver(
  ([at]) => {
    if (at?.isIntersecting && props.list.next) emit('more')
  },
  { rootMargin: '600px' },
)
onMounted(() => {
  if (end.value) seen.observe(end.value)
})
onBeforeUnmount(() => seen.disconnect())
</script>

<template>
  <nav :aria-label="say.title">
    <section v-for="group in groups" :key="group.state">
      <h2>{{ group.title }}</h2>
      <GuestRow v-for="row in group.rows" :key="row.id" :row="row" :chosen="row.id === chosen" />
    </section>
    <p ref="end" class="end">
      <button v-if="list.next" type="button" class="act" @click="emit('more')">{{ say.more }}</button>
    </p>
  </nav>
</template>

<style scoped>
h2 {
  font: 500 13px/18px var(--text);
  color: var(--muted);
  padding: 14px 14px 8px;
}
.end {
  padding: 16px 14px;
}
</style>
