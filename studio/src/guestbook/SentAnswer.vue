<script setup lang="ts">
/** One answer that was sent back, and what became of it. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { fileAt } from '../api/here'
import { sizeOf } from '../logic/guestbook'
import { ago } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { guestWords as say } from '../words/guestbook'

const props = defineProps<{ reply: Schemas['ReplyOut'] }>()
defineEmits<{ again: [] }>()
const GLYPHS = {
  sending: 'ajar',
  sent: 'open',
  opened: 'open',
  refused: 'barred',
  in_doubt: 'barred',
} as const
const glyph = computed(() => GLYPHS[props.reply.state])
const stuck = computed(() => props.reply.state === 'refused' || props.reply.state === 'in_doubt')
const how = computed(() => (props.reply.app === 'email' ? say.byMail : say.by(props.reply.app_name)))
</script>

<template>
  <section class="answer">
    <p class="small muted">{{ say.answered(reply.by, how) }}, {{ ago(new Date(reply.at), new Date()) }}</p>
    <p class="said" dir="auto">{{ reply.text }}</p>
    <p v-for="file in reply.files" :key="file.id" class="small">
      <a :href="fileAt(`/api/replies/${reply.id}/files/${file.id}`)" download>{{ file.name }}</a>,
      {{ sizeOf(file.size) }}
    </p>
    <p class="state small" :role="stuck ? 'alert' : undefined">
      <DoorGlyph :state="glyph" :size="14" />{{ say[reply.state]
      }}<template v-if="reply.error">. {{ reply.error }}</template>
      <button v-if="stuck" type="button" class="act" @click="$emit('again')">{{ say.again }}</button>
    </p>
  </section>
</template>

<style scoped>
.answer {
  border-inline-start: 3px solid var(--moss-tint);
  padding: 2px 0 2px 16px;
  margin-bottom: 18px;
}
.said {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin: 4px 0;
}
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
a {
  color: var(--dark);
}
</style>
