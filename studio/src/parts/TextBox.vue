<script setup lang="ts">
/** A box to type in, its label above it, what is amiss below it. */
import { computed, defineAsyncComponent, nextTick, onMounted, ref, useId } from 'vue'
import { useFillValues } from '../composables/useFillValues'
import { hasFillIn, spaced } from '../logic/fillins'
import { saysWords } from '../words/says'
import DoorGlyph from './DoorGlyph.vue'

/** Only a text that has fill-ins needs the editor that makes them solid. */
const load = (): Promise<typeof import('./FillEditor.vue')> => import('./FillEditor.vue')
const FillEditor = defineAsyncComponent(load)
const model = defineModel<string>({ required: true })
const props = withDefaults(
  defineProps<{
    label: string
    type?: string
    placeholder?: string
    wrong?: string
    help?: string
    who?: string
    autocomplete?: string
    large?: boolean
    lines?: boolean
    dir?: string
    lang?: string
    maxlength?: number
    rows?: number
    hideLabel?: boolean
    readonly?: boolean
    autofocus?: boolean
    state?: 'open' | 'ajar' | 'barred' | ''
    /** Fill-ins in it are solid chips. */
    fills?: boolean
  }>(),
  {
    type: 'text',
    placeholder: '',
    wrong: '',
    help: '',
    who: '',
    autocomplete: 'off',
    dir: 'auto',
    lang: undefined,
    maxlength: undefined,
    rows: 2,
    state: '',
  },
)
const id = useId()
const root = ref<HTMLElement>()
const editor = ref<{ insert: (name: string) => void; focus: () => void }>()
const values = useFillValues()
/** The braces themselves are being edited. */
const raw = ref(false)
const caret = ref<number | null>(null)
/** Once it has chips it stays so until it is left, so that taking out the last doesn't take the box away. */
const isOpen = ref(false)
const isLoaded = ref(false)
const solid = computed(
  () => !!props.fills && isLoaded.value && !raw.value && (isOpen.value || hasFillIn(model.value)),
)
const field = (): HTMLInputElement | HTMLTextAreaElement | null =>
  root.value?.querySelector('textarea, input') ?? null
/** Typed or pasted braces make the box one of chips, with the caret where it was. */
function write(text: string): void {
  const box = field()
  if (props.fills && !raw.value && box && document.activeElement === box && hasFillIn(text)) {
    caret.value = box.selectionEnd ?? text.length
    isOpen.value = true
  }
  model.value = text
}
function enter(): void {
  if (solid.value) isOpen.value = true
}
function leave(event: FocusEvent): void {
  const from = event.target as HTMLElement
  // What is taken away when the box becomes one of chips is not left.
  if (from.matches('textarea, input[id]') || root.value?.contains(event.relatedTarget as Node | null)) return
  isOpen.value = false
  caret.value = null
}
async function turn(): Promise<void> {
  raw.value = !raw.value
  caret.value = raw.value ? null : model.value.length
  await nextTick()
  if (raw.value) field()?.focus()
}
/** A fill-in where the caret is; what is selected gives way to it. */
function insert(name: string): void {
  if (editor.value) {
    editor.value.insert(name)
    return
  }
  const box = field()
  const from = box?.selectionStart ?? model.value.length
  const to = box?.selectionEnd ?? model.value.length
  const put = spaced(`{${name}}`, model.value[from - 1], model.value[to])
  const text = model.value.slice(0, from) + put + model.value.slice(to)
  if (props.maxlength && text.length > props.maxlength) return
  caret.value = from + put.length
  isOpen.value = true
  model.value = text
}
const focus = (): void => (editor.value ? editor.value.focus() : field()?.focus())
defineExpose({ insert, focus })
// Once: Vuetify's own takes the focus back whenever the box scrolls into view, from the box one is writing
// in.
onMounted(async () => {
  if (props.autofocus) document.getElementById(id)?.focus()
  if (props.fills) {
    await load()
    isLoaded.value = true
  }
})
</script>

<template>
  <div
    ref="root"
    class="text-box"
    :class="[{ large }, wrong ? 'barred' : state]"
    @focusin="enter"
    @focusout="leave"
  >
    <div class="head" :class="{ sr: hideLabel }">
      <label :for="id">{{ label }}</label><slot name="beside" />
    </div>
    <p v-if="who" :id="id + 'w'" class="who">{{ who }}</p>
    <FillEditor
      v-if="solid"
      ref="editor"
      v-model="model"
      :label="label"
      :described-by="id + 'd ' + id + 'w'"
      :lines="lines"
      :lang="lang"
      :dir="dir"
      :maxlength="maxlength"
      :wrong="!!wrong"
      :values="values ?? undefined"
      :caret="caret"
    />
    <v-textarea
      v-else-if="lines"
      :id="id"
      :model-value="model"
      :rows="rows"
      :placeholder="placeholder"
      :dir="dir"
      :lang="lang"
      :maxlength="maxlength"
      :aria-describedby="id + 'd ' + id + 'w'"
      :aria-invalid="!!wrong"
      @update:model-value="write"
    />
    <div v-else class="field" :class="{ with: $slots.inside }">
      <!-- Beside the field and not in it: Vuetify swallows a click inside, and with it a form's submit. -->
      <v-text-field
        :id="id"
        :model-value="model"
        :type="type"
        :placeholder="placeholder"
        :autocomplete="autocomplete"
        :dir="dir"
        :lang="lang"
        :maxlength="maxlength"
        :readonly="readonly"
        :aria-describedby="id + 'd ' + id + 'w'"
        :aria-invalid="!!wrong"
        @update:model-value="write"
      />
      <div v-if="$slots.inside" class="inside"><slot name="inside" /></div>
    </div>
    <button v-if="fills && (solid || (raw && hasFillIn(model)))" type="button" class="turn" @click="turn">
      {{ raw ? saysWords.asChips : saysWords.asText }}
    </button>
    <div :id="id + 'd'">
      <p v-if="wrong" class="wrong" role="alert"><DoorGlyph state="barred" :size="15" />{{ wrong }}</p>
      <p v-else-if="help" class="help">{{ help }}</p>
    </div>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin-bottom: 6px;
}
label {
  font-weight: 600;
  font-size: 14px;
  line-height: 20px;
}
.who {
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
  margin: -4px 0 6px;
}
.field {
  position: relative;
}
.inside {
  position: absolute;
  inset-inline-end: 12px;
  top: 0;
  bottom: 0;
  display: flex;
  align-items: center;
}
.with :deep(.v-field) {
  padding-inline-end: 44px;
}
.turn {
  margin-top: 4px;
  font-size: 12.5px;
  line-height: 20px;
  color: var(--muted);
  text-decoration: underline;
  text-underline-offset: 2px;
}
.help {
  margin-top: 6px;
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
.wrong {
  display: flex;
  gap: 8px;
  align-items: start;
  margin-top: 8px;
  font-size: 13.5px;
  line-height: 18px;
  color: var(--clay-dark);
  font-weight: 500;
}
</style>
