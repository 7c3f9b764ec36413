<script setup lang="ts">
/** The business's languages, what is missing in each, and one more. */
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../../api/client'
import type { DeskState } from '../../composables/useDesk'
import { useRadioKeys } from '../../composables/useRadioKeys'
import { useToast } from '../../composables/useToast'
import { languageName } from '../../logic/sentences'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import TextBox from '../../parts/TextBox.vue'
import { saysWords as say } from '../../words/says'

const language = defineModel<string>({ required: true })
const props = defineProps<{ state: DeskState; missing: Record<string, number> }>()
const toast = useToast()
const adding = ref(false)
const typed = ref('')
const wrong = ref('')
const choices = shallowRef<Schemas['ChoiceOut'][]>([])
const languages = computed(() => props.state.desk.value?.languages ?? [])
const keys = useRadioKeys(
  () => languages.value.length,
  () => languages.value.indexOf(language.value),
  (i) => {
    language.value = languages.value[i] ?? language.value
  },
)
/** A language by its own name, as a heading has it. */
const own = (tag: string): string => {
  try {
    const name = new Intl.DisplayNames(tag, { type: 'language' }).of(tag) ?? tag
    return name.charAt(0).toLocaleUpperCase(tag) + name.slice(1)
  } catch {
    return tag
  }
}
const found = computed(() => {
  const text = typed.value.trim().toLowerCase()
  return text.length < 2
    ? []
    : choices.value
        .filter(
          (choice) =>
            !languages.value.includes(choice.value) &&
            (choice.label.toLowerCase().startsWith(text) ||
              own(choice.value).toLowerCase().startsWith(text) ||
              choice.value.toLowerCase() === text),
        )
        .slice(0, 6)
})
async function begin(): Promise<void> {
  adding.value = !adding.value
  if (!choices.value.length) choices.value = (await want(api.GET('/api/choices'))).languages
}
async function add(tag: string): Promise<void> {
  if (!tag) return
  try {
    const row = await want(api.GET('/api/business'))
    await want(
      api.PATCH('/api/business', { body: { version: row.version, languages: [...row.languages, tag] } }),
    )
    await props.state.load()
    adding.value = false
    typed.value = wrong.value = ''
    language.value = tag
    toast.say(say.added(languageName(tag)))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = say.notALanguage
  }
}
</script>

<template>
  <div class="tabs" role="tablist" :aria-label="say.languages" @keydown="keys.onKeydown">
    <button
      v-for="(tag, i) in languages"
      :id="`words-in-${tag}`"
      :key="tag"
      type="button"
      role="tab"
      aria-controls="words-in"
      :tabindex="keys.tabindex(i)"
      :aria-selected="tag === language"
      @click="language = tag"
    >
      <span :lang="tag">{{ own(tag) }}</span><span v-if="missing[tag]" class="tag clay"
        ><DoorGlyph state="barred" :size="12" />{{ say.missing(missing[tag] ?? 0) }}</span
      >
    </button>
  </div>
  <p class="more">
    <button type="button" class="act" :aria-expanded="adding" @click="begin">{{ say.addTitle }}</button>
  </p>
  <form v-if="adding" class="soft" novalidate @submit.prevent="add(found[0]?.value ?? typed.trim())">
    <TextBox
      v-model="typed"
      :label="say.addTitle"
      :placeholder="say.addHint"
      hide-label
      dir="ltr"
      :wrong="wrong"
      :maxlength="40"
      autofocus
      @update:model-value="wrong = ''"
    />
    <div class="row">
      <button v-for="item in found" :key="item.value" type="button" class="chip" @click="add(item.value)">
        {{ item.label }}</button><v-btn
        v-if="typed.trim() && !found.length"
        type="submit"
        variant="outlined"
        size="small"
        >{{ say.adding }}</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  border-bottom: 1px solid var(--hairline);
}
.tabs button {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  height: 38px;
  padding: 0 14px;
  border-radius: 18px 18px 0 0;
  color: var(--muted);
  font-weight: 500;
}
.tabs button[aria-selected='true'] {
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
}
.tabs button:hover {
  color: var(--dark);
}
.more {
  padding: 8px 0 4px;
}
form {
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
