<script setup lang="ts">
/** What came in at once: the words on ruled lines, the answers as a small table, where and when. */
import type { Schemas } from '../api/client'
import { useMasking } from '../composables/useMasking'
import { since } from '../logic/time'
import { guestWords as say } from '../words/guestbook'

defineProps<{ message: Schemas['MessageOut']; dated: boolean; parts: boolean }>()
defineEmits<{ part: [] }>()
const masking = useMasking()
</script>

<template>
  <section class="message">
    <p v-if="dated" class="small muted">
      {{ since(new Date(message.at), new Date()) }},
      {{ message.app_name ? say.by(message.app_name) : say.note
      }}<template v-if="message.address">
        ·
        <a :href="message.address" target="_blank" rel="noopener">{{
          message.title || message.address
        }}</a></template
      >
      <button v-if="parts" type="button" class="act" @click="$emit('part')">{{ say.someoneElse }}</button>
    </p>
    <p v-if="message.text" class="words" :dir="message.direction">{{ masking.within(message.text) }}</p>
    <table v-if="message.answers.length" :dir="message.direction">
      <tbody>
        <tr v-for="(each, i) in message.answers" :key="i">
          <th scope="row">{{ each.label }}</th>
          <td>{{ masking.within(each.answer) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="message.auto_reply" class="small muted">{{ message.auto_reply }}</p>
  </section>
</template>

<style scoped>
.message {
  margin-bottom: 20px;
}
.words {
  font-size: 18px;
  line-height: 32px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: repeating-linear-gradient(transparent 0 31px, var(--hairline) 31px 32px);
}
.words[dir='rtl'] {
  line-height: 36px;
  background: repeating-linear-gradient(transparent 0 35px, var(--hairline) 35px 36px);
}
table {
  border-collapse: collapse;
  margin-top: 14px;
  max-width: 100%;
}
th,
td {
  padding: 5px 24px 5px 0;
  text-align: start;
  vertical-align: top;
  border-bottom: 1px solid var(--hairline);
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
table[dir='rtl'] th,
table[dir='rtl'] td {
  padding: 5px 0 5px 24px;
}
th {
  font-weight: 400;
  color: var(--muted);
}
td {
  font-weight: 500;
}
a {
  color: inherit;
}
.act {
  margin-inline-start: 10px;
}
</style>
