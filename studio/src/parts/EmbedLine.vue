<script setup lang="ts">
/** The embed line with its two ways out: copied (said only when it was), or emailed; `alone`, only copied. */
import { ref } from 'vue'
import { useCopy } from '../composables/useCopy'
import { words } from '../words/app'
import EmailSteps from './EmailSteps.vue'

const props = defineProps<{ line: string; site: string; stacked?: boolean; alone?: boolean }>()
const { copied, copy } = useCopy()
const asking = ref(false)
const code = ref<HTMLElement>()
</script>

<template>
  <div>
    <div class="line" :class="{ stacked }">
      <code ref="code" tabindex="0">{{ line }}</code>
      <v-btn color="primary" :size="stacked ? 'default' : 'large'" @click="copy(props.line, code)"
        ><svg
          v-if="copied === 'yes'"
          viewBox="0 0 14 12"
          width="14"
          height="12"
          class="tick"
          aria-hidden="true"
        >
          <path d="m1.5 6.5 3.5 4 7-9" fill="none" stroke="currentColor" stroke-width="2" /></svg
        >{{
          copied === 'yes' ? words.first.copied : copied === 'no' ? words.first.notCopied : words.first.copy
        }}</v-btn
      >
      <v-btn
        v-if="!alone"
        variant="outlined"
        :size="stacked ? 'default' : 'large'"
        :aria-expanded="asking"
        @click="asking = !asking"
        >{{ words.first.email }}</v-btn
      >
    </div>
    <p class="sr" role="status">
      {{ copied === 'yes' ? words.first.copied : copied === 'no' ? words.first.notCopied : '' }}
    </p>
    <EmailSteps v-if="asking" class="ask" :site="site" @sent="asking = false" />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 14px;
  align-items: stretch;
}
code {
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: center;
  padding: 8px 20px;
  min-height: 50px;
  background: var(--dark);
  color: var(--card);
  border-radius: 20px 20px 10px 10px;
  font:
    400 14px/20px ui-monospace,
    'Liberation Mono',
    monospace;
  overflow-wrap: anywhere;
}
.stacked {
  flex-wrap: wrap;
  gap: 10px;
}
.stacked code {
  flex: 1 0 100%;
  font-size: 13px;
  border-radius: var(--arch-card);
  padding: 12px 16px;
}
.tick {
  margin-right: 8px;
}
.ask {
  margin-top: 14px;
}
@media (max-width: 900px) {
  .line {
    flex-wrap: wrap;
  }
  code {
    flex: 1 0 100%;
  }
}
</style>
