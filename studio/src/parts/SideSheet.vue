<script setup lang="ts">
/** A sheet that comes in from the side, over the screen: its heading and its way out above. */
import { onMounted, ref } from 'vue'
import { words } from '../words/app'

defineProps<{ title: string; heading?: string }>()
const emit = defineEmits<{ close: [] }>()
const sheet = ref<HTMLDialogElement>()
onMounted(() => sheet.value?.showModal())
</script>

<template>
  <Teleport to="body">
    <dialog
      ref="sheet"
      class="side-sheet"
      :aria-label="title"
      @close="emit('close')"
      @click.self="sheet?.close()"
    >
      <div class="in">
        <div class="head">
          <h2>{{ heading || title }}</h2>
          <button type="button" class="act" @click="sheet?.close()">{{ words.close }}</button>
        </div>
        <slot />
      </div>
    </dialog>
  </Teleport>
</template>

<style scoped>
.side-sheet {
  border: 0;
  padding: 0;
  margin: 56px 0 0 auto;
  width: min(516px, 100vw);
  height: calc(100dvh - 56px);
  max-height: none;
  background: var(--card);
  border-radius: 40px 0 0 0;
  box-shadow: var(--floating);
  color: var(--ink);
}
.side-sheet::backdrop {
  background: rgb(58 20 36 / 18%);
}
.in {
  padding: 28px 30px;
  display: grid;
  gap: 18px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
@media (prefers-reduced-motion: no-preference) {
  .side-sheet[open] {
    animation: come-in 0.26s ease-out;
  }
  @keyframes come-in {
    from {
      transform: translateX(40px);
      opacity: 0;
    }
  }
}
</style>
