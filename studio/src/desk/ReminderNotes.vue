<script setup lang="ts">
/** What one would forget, each with the one press that mends it. */
import type { Schemas } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { reviewWords } from '../words/review'

defineProps<{ reminders: Schemas['ReminderOut'][] }>()
const emit = defineEmits<{ act: [Schemas['ReminderOut']] }>()
</script>

<template>
  <ul v-if="reminders.length" class="reminders">
    <li v-for="item in reminders" :key="item.code + item.door + item.says">
      <DoorGlyph :state="item.code === 'paused' ? 'shut' : 'ajar'" :size="17" /><span>{{ item.says }}</span
      ><button type="button" class="act" @click="emit('act', item)">
        {{ reviewWords.reminder[item.act] }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.reminders {
  list-style: none;
  padding: 0;
  margin: 0 0 12px;
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 9px 14px;
  background: var(--brass-tint);
  color: var(--ink);
  border-radius: var(--arch-card);
  font-size: 14px;
  line-height: 20px;
}
span {
  flex: 1;
  min-width: 0;
}
svg {
  flex: none;
}
.act {
  white-space: nowrap;
}
</style>
