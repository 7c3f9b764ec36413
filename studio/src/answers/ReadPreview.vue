<script setup lang="ts">
/** As a visitor reads it: the real card, on sand. */
import { ref, toRef, watch } from 'vue'
import { useReadPreview } from '../composables/useReadPreview'

const props = defineProps<{
  site: string
  door: string
  show: string
  language: string
  device: 'phone' | 'computer'
  at: string | null
  moved: unknown
  label: string
}>()
const frame = ref<HTMLIFrameElement>()
const { lost, offered, again } = useReadPreview({
  site: toRef(() => props.site),
  door: toRef(() => props.door),
  show: toRef(() => props.show),
  language: toRef(() => props.language),
  device: toRef(() => props.device),
  at: toRef(() => props.at),
  moved: toRef(() => props.moved),
  frame,
})
const emit = defineEmits<{ offered: [string[] | null] }>()
watch(offered, (names) => emit('offered', names), { immediate: true })
defineExpose({ again })
</script>

<template>
  <div class="preview">
    <iframe
      ref="frame"
      :src="`/stage/${site}/?blank=1`"
      sandbox="allow-scripts allow-popups allow-popups-to-escape-sandbox"
      :title="label"
    />
    <p v-if="lost" class="small" role="alert">{{ lost }}</p>
  </div>
</template>

<style scoped>
.preview {
  display: grid;
  min-height: 0;
}
iframe {
  width: 100%;
  height: 100%;
  min-height: 480px;
  border: 0;
  background: var(--sand);
  border-radius: 12px;
}
</style>
