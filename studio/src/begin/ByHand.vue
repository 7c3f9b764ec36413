<script setup lang="ts">
/** Two things and it works: what the business is called, and how people reach it. */
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import type { FormState } from '../composables/useForm'
import { useReading } from '../composables/useReading'
import type { Place } from '../logic/place'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/app'

export interface Typed {
  name: string
  reach: string
  apps: string[]
  country: string
}
const model = defineModel<Typed>({ required: true })
const props = defineProps<{ place: Place; form: FormState; readonly: boolean }>()
const emit = defineEmits<{ done: [] }>()
const part = <K extends keyof Typed>(key: K) =>
  computed<Typed[K]>({
    get: () => model.value[key],
    set: (value) => {
      model.value = { ...model.value, [key]: value }
    },
  })
const name = part('name')
const typed = part('reach')
const country = part('country')
const chosen = part('apps')
/** Apps chosen before are a choice. */
const touched = ref(model.value.apps.length > 0)
const { reading, take } = useReading({ typed, country, zone: props.place.zone })
watch(reading, (now) => {
  const fits = now?.fits.map((app) => app.key) ?? []
  const kept = touched.value ? chosen.value.filter((key) => fits.includes(key)) : []
  chosen.value = kept.length ? kept : fits.slice(0, 1)
})
/** The first app pressed takes the place of the guess; further ones join it. */
function toggle(key: string): void {
  if (!touched.value) {
    touched.value = true
    chosen.value = [key]
    return
  }
  chosen.value = chosen.value.includes(key)
    ? chosen.value.filter((item) => item !== key)
    : [...chosen.value, key]
}
/** One of the readings was pressed: its country is the business's, whatever the browser's language. */
function takeReading(choice: Schemas['ReadingChoiceOut']): void {
  take(choice)
  if (choice.country) country.value = choice.country
}
</script>

<template>
  <div class="by-hand">
    <TextBox
      v-model="name"
      class="tall"
      :label="words.first.name"
      autocomplete="organization"
      :wrong="form.at('name')"
      :maxlength="120"
      :readonly="readonly"
      autofocus
      @update:model-value="form.typed('name')"
      @keydown.enter="emit('done')"
    />
    <TextBox
      v-model="typed"
      class="reach"
      :label="words.first.reach"
      :placeholder="words.first.placeholder"
      :wrong="form.at('typed')"
      :readonly="readonly"
      @update:model-value="form.typed('typed')"
      @keydown.enter="emit('done')"
    />
    <ReadingLine v-if="reading" :reading="reading" :only-choices="!!form.at('typed')" @take="takeReading" />
    <p v-if="!reading" class="help">{{ words.first.help }}</p>
    <fieldset v-if="reading && reading.fits.length > 1" class="by" :disabled="readonly">
      <legend>{{ words.first.by }}</legend>
      <button
        v-for="app in reading.fits"
        :key="app.key"
        type="button"
        class="chip"
        :class="{ on: chosen.includes(app.key), guess: !touched }"
        :aria-pressed="chosen.includes(app.key)"
        @click="toggle(app.key)"
      >
        {{ app.name }}
      </button>
    </fieldset>
  </div>
</template>

<style scoped>
.tall {
  margin-bottom: 22px;
}
.tall :deep(.v-field__input) {
  min-height: 50px;
  font-size: 16px;
}
.reach {
  margin-bottom: 14px;
}
.reach :deep(.v-field) {
  border-radius: 26px 26px 11px 11px;
}
.reach :deep(.v-field__input) {
  min-height: 82px;
  font-size: 23px;
  line-height: 30px;
  padding-inline: 16px;
}
.help {
  font-size: 13.5px;
  color: var(--muted);
}
.by {
  border: 0;
  padding: 0;
  margin: 18px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.by legend {
  font-size: 13px;
  color: var(--muted);
  margin-bottom: 8px;
  padding: 0;
}
.chip {
  height: 34px;
  padding: 0 14px;
  border-radius: var(--arch-32);
  background: var(--card);
  border: 1px solid var(--box-line);
  font-size: 14px;
  font-weight: 500;
}
.chip:hover {
  background: var(--wine-tint);
  border-color: var(--mulberry);
}
.chip.on {
  background: var(--mulberry);
  border-color: var(--mulberry);
  color: var(--card);
}
@media (max-width: 1000px) {
  .reach :deep(.v-field__input) {
    font-size: 18px;
    min-height: 64px;
  }
}
</style>
