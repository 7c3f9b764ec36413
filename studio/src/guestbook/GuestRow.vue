<script setup lang="ts">
/** One entry in the list: who, when, the first words, where from and who has it. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { useMasking } from '../composables/useMasking'
import { aboutRow, glyphOf } from '../logic/guestbook'
import { ago } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { guestWords as say } from '../words/guestbook'

const props = defineProps<{ row: Schemas['EntryRow']; chosen: boolean }>()
const glyph = computed(() => glyphOf(props.row.state))
const masking = useMasking()
</script>

<template>
  <router-link
    class="row"
    :class="{ chosen, unread: row.unread }"
    :to="{ name: 'guestbook', params: { entry: row.id } }"
    :aria-current="chosen ? 'true' : undefined"
    :data-entry="row.id"
  >
    <DoorGlyph :state="glyph" :size="20" />
    <span class="all">
      <span class="who"
        ><b>{{ masking.within(row.who) }}</b
        ><span v-if="row.unread" class="sr">, {{ say.unread }}, </span
        ><span class="when">{{ ago(new Date(row.at), new Date()) }}</span></span
      >
      <span class="words" :dir="row.direction">{{ masking.within(row.begins) }}</span>
      <span class="where">{{ aboutRow(row, say) }}</span>
    </span>
  </router-link>
</template>

<style scoped>
.row {
  display: flex;
  gap: 14px;
  width: 100%;
  text-align: start;
  padding: 12px 14px 14px;
  border-bottom: 1px solid var(--hairline);
  color: inherit;
  text-decoration: none;
  content-visibility: auto;
  contain-intrinsic-size: auto 82px;
}
.row:hover {
  background: var(--card);
}
.chosen {
  background: var(--card);
  border-radius: var(--arch-card);
  border-bottom-color: transparent;
  box-shadow: var(--raised);
}
.row > svg {
  flex: none;
  margin-top: 3px;
}
.all {
  flex: 1;
  min-width: 0;
}
.all > span {
  display: block;
}
.who {
  display: flex !important;
  justify-content: space-between;
  gap: 12px;
}
.who b {
  font-weight: 500;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.unread .who b {
  font-weight: 700;
  color: var(--mulberry);
}
.unread .who b::before {
  content: '';
  display: inline-block;
  width: 7px;
  height: 9px;
  margin-inline-end: 7px;
  background: var(--brass);
  border-radius: 4px 4px 1px 1px;
}
.when {
  flex: none;
  font-size: 13px;
  color: var(--muted);
}
.words,
.where {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.where {
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
</style>
