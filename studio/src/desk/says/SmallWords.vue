<script setup lang="ts">
/** The card's own small words, where the owner wants others than ours. */
import { computed } from 'vue'
import type { DeskState } from '../../composables/useDesk'
import { worded } from '../../logic/texts'
import TextBox from '../../parts/TextBox.vue'
import { saysWords as say } from '../../words/says'

const props = defineProps<{ state: DeskState; language: string; ours: Record<string, string> }>()
const own = computed(() => props.state.draft.value?.says.small ?? {})
function put(name: string, value: string): void {
  const texts = worded(own.value[name], props.language, value)
  const rest = Object.fromEntries(Object.entries(own.value).filter(([other]) => other !== name))
  props.state.write('says', { small: Object.keys(texts).length ? { ...rest, [name]: texts } : rest })
}
</script>

<template>
  <p class="small muted">{{ say.smallHelp }}</p>
  <div class="words">
    <TextBox
      v-for="(words, name) in ours"
      :key="name"
      :model-value="own[name]?.[language] ?? ''"
      hide-label
      :label="say.smallOurs(words)"
      :placeholder="words"
      :lang="language"
      :maxlength="160"
      @update:model-value="put(name, $event)"
    />
  </div>
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
