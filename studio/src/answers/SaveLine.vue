<script setup lang="ts">
/** What became of what is typed, undo, and what to do where two people wrote the same. */
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { Refusal } from '../api/client'
import type { AnswersState } from '../composables/useAnswers'
import { isTyping } from '../composables/useKeys'
import { useToast } from '../composables/useToast'
import { savingWords } from '../logic/saving'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { answerWords as say } from '../words/answers'

const props = defineProps<{ state: AnswersState; of: 'answer' | 'signposts'; piece: string }>()
const toast = useToast()
const wrong = computed(() => props.state.wrong(props.of, props.piece))
const clashes = computed(() => props.state.clashes(props.of, props.piece))
const says = computed(() => savingWords(props.state.saving.value, props.state.savedAt.value))
async function undo(redo: boolean): Promise<void> {
  try {
    await props.state.undo(redo)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
/** Within a text its own editor takes back; elsewhere these keys take back the last change. */
function key(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping(event.target)) return
  event.preventDefault()
  void undo(event.shiftKey)
}
onMounted(() => addEventListener('keydown', key))
onBeforeUnmount(() => removeEventListener('keydown', key))
</script>

<template>
  <div class="save-line">
    <span class="small muted" role="status">{{ says }}</span>
    <button
      v-if="state.all.value?.undo"
      type="button"
      class="quiet"
      :title="state.all.value.undo"
      @click="undo(false)"
    >
      {{ say.undo }}
    </button>
    <button
      v-if="state.all.value?.redo"
      type="button"
      class="quiet"
      :title="state.all.value.redo"
      @click="undo(true)"
    >
      {{ say.redo }}
    </button>
    <p v-if="wrong" class="wrong" role="alert">
      <DoorGlyph state="barred" :size="15" /><span>{{ clashes ? say.clash : wrong }}</span>
      <template v-if="clashes">
        <button type="button" class="act" @click="state.choose(of, piece, true)">{{ say.mine }}</button>
        <button type="button" class="act" @click="state.choose(of, piece, false)">{{ say.theirs }}</button>
      </template>
    </p>
  </div>
</template>

<style scoped>
.save-line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
.wrong {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  flex-basis: 100%;
  color: var(--clay-dark);
}
</style>
