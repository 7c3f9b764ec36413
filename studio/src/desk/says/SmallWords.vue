<script setup lang="ts">
/** The small words of the card, of times and of mails that visitors of this door can come to read. */
import { computed } from 'vue'
import type { DeskState } from '../../composables/useDesk'
import { worded } from '../../logic/texts'
import FoldedPart from '../../parts/FoldedPart.vue'
import TextBox from '../../parts/TextBox.vue'
import { saysWords as say } from '../../words/says'

const props = defineProps<{ state: DeskState; language: string; ours: Record<string, string> }>()
/** In groups, each word under the name of its place. */
const groups = computed(() => {
  const names = Object.keys(props.ours)
  const of = (name: string): keyof typeof say.smallGroups =>
    say.smallAway.includes(name)
      ? 'away'
      : name === '_answer_subject'
        ? 'mail'
        : name.startsWith('_')
          ? 'times'
          : 'card'
  return (['card', 'away', 'times', 'mail'] as const)
    .map((group) => ({ group, names: names.filter((name) => of(name) === group) }))
    .filter(({ names }) => names.length)
})
const written = computed(
  () => Object.keys(props.ours).filter((name) => own.value[name]?.[props.language]?.trim()).length,
)
const own = computed(() => props.state.draft.value?.says.small ?? {})
function put(name: string, value: string): void {
  const texts = worded(own.value[name], props.language, value)
  const rest = Object.fromEntries(Object.entries(own.value).filter(([other]) => other !== name))
  props.state.write('says', { small: Object.keys(texts).length ? { ...rest, [name]: texts } : rest })
}
</script>

<template>
  <FoldedPart :label="say.smallTitle" :holds="say.smallHolds(Object.keys(ours).length, written)">
    <p class="small muted">{{ say.smallHelp }}</p>
    <template v-for="{ group, names } in groups" :key="group">
      <h4 class="part">{{ say.smallGroups[group] }}</h4>
      <div class="words">
        <TextBox
          v-for="name in names"
          :key="name"
          :model-value="own[name]?.[language] ?? ''"
          :label="say.smallNames[name] ?? ours[name] ?? name"
          :placeholder="ours[name]"
          :lang="language"
          :maxlength="160"
          @update:model-value="put(name, $event)"
        />
      </div>
    </template>
  </FoldedPart>
</template>

<style scoped>
.words {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px;
  padding: 8px 0;
}
@media (max-width: 700px) {
  .words {
    grid-template-columns: 1fr;
  }
}
</style>
