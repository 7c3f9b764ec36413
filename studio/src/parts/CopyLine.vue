<script setup lang="ts">
/** A line to copy, in the dark; says what came of it. */
import { ref } from 'vue'
import { useCopy } from '../composables/useCopy'
import { words } from '../words/app'

const props = defineProps<{ label: string; line: string; press: string }>()
const { copied, copy } = useCopy()
const code = ref<HTMLElement>()
</script>

<template>
  <div>
    <p class="part">{{ label }}</p>
    <div class="line">
      <code ref="code" dir="ltr">{{ line }}</code><v-btn
        size="small"
        variant="outlined"
        @click="copy(props.line, code)"
        >{{ copied === 'yes' ? words.first.copied : copied === 'no' ? words.first.notCopied : press }}</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 6px;
}
code {
  flex: 1;
  min-width: 0;
  padding: 8px 12px;
  background: var(--dark);
  color: var(--card);
  border-radius: var(--arch-32);
  font-size: 12.5px;
  overflow-wrap: anywhere;
}
</style>
