<script setup lang="ts">
/** A box to type in, its label above it, what is amiss below it. */
import { onMounted, useId } from 'vue'
import DoorGlyph from './DoorGlyph.vue'

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
// Once: Vuetify's own takes the focus back whenever the box scrolls into view, from the box one is writing
// in.
onMounted(() => {
  if (props.autofocus) document.getElementById(id)?.focus()
})
</script>

<template>
  <div class="text-box" :class="[{ large }, wrong ? 'barred' : state]">
    <div class="head" :class="{ sr: hideLabel }">
      <label :for="id">{{ label }}</label><slot name="beside" />
    </div>
    <p v-if="who" :id="id + 'w'" class="who">{{ who }}</p>
    <v-textarea
      v-if="lines"
      :id="id"
      v-model="model"
      :rows="rows"
      :placeholder="placeholder"
      :dir="dir"
      :lang="lang"
      :maxlength="maxlength"
      :aria-describedby="id + 'd ' + id + 'w'"
      :aria-invalid="!!wrong"
    />
    <div v-else class="field" :class="{ with: $slots.inside }">
      <!-- Beside the field and not in it: Vuetify swallows a click inside, and with it a form's submit. -->
      <v-text-field
        :id="id"
        v-model="model"
        :type="type"
        :placeholder="placeholder"
        :autocomplete="autocomplete"
        :dir="dir"
        :lang="lang"
        :maxlength="maxlength"
        :readonly="readonly"
        :aria-describedby="id + 'd ' + id + 'w'"
        :aria-invalid="!!wrong"
      />
      <div v-if="$slots.inside" class="inside"><slot name="inside" /></div>
    </div>
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
