<script setup lang="ts">
/** What only some may change: others see it, with the reason where there is one, and can't press it. */
import { computed } from 'vue'
import { letEdit } from '../composables/useMayEdit'
import { useSession, type Power } from '../stores/session'
import DoorGlyph from './DoorGlyph.vue'

/** `also` lets somebody who lacks the power do it here, such as with their own hours. */
const props = defineProps<{ power: Power; says?: string; also?: boolean }>()
const session = useSession()
const may = computed(() => !!props.also || session.may(props.power))
letEdit(may)
</script>

<template>
  <p v-if="!may && says" class="may-not"><DoorGlyph state="shut" :size="17" />{{ says }}</p>
  <fieldset class="may" :disabled="!may"><slot :may="may" /></fieldset>
</template>

<style scoped>
.may {
  display: contents;
  border: 0;
}
/* What nobody here can press is not there; what can be read stays. */
.may:disabled :deep(.act),
.may:disabled :deep(.v-btn) {
  display: none;
}
.may-not {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 9px 14px;
  margin-bottom: 12px;
  background: var(--sand);
  border-radius: var(--arch-card);
  font-size: 14px;
  line-height: 20px;
}
.may-not svg {
  flex: none;
}
</style>
