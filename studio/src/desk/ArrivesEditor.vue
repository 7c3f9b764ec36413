<script setup lang="ts">
/** When the button comes, and a play of it on the stage. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import NumberBox from '../parts/NumberBox.vue'
import { deskWords } from '../words/desk'
import OwnPages from './OwnPages.vue'

const props = defineProps<{ state: DeskState; playing: boolean }>()
const emit = defineEmits<{ play: [] }>()
const say = deskWords.arrives
const arrives = computed(() => props.state.draft.value?.arrives)
const seconds = computed({
  get: () => arrives.value?.seconds ?? null,
  set: (value) => props.state.write('arrives', { seconds: value }),
})
const scroll = computed({
  get: () => arrives.value?.scroll_percent ?? null,
  set: (value) => props.state.write('arrives', { scroll_percent: value }),
})
const page = computed({
  get: () => arrives.value?.page ?? 1,
  set: (value: number | null) => props.state.write('arrives', { page: value ?? 1 }),
})
const pages = computed({
  get: () => arrives.value?.pages ?? [],
  set: (value) => props.state.write('arrives', { pages: value }),
})
</script>

<template>
  <div class="stack">
    <div class="two">
      <NumberBox v-model="seconds" :label="say.seconds" :help="say.secondsHelp" :wrong="say.wrong" optional />
      <NumberBox
        v-model="scroll"
        :label="say.percent"
        :help="say.percentHelp"
        :wrong="say.wrong"
        :high="100"
        optional
      />
    </div>
    <NumberBox
      v-model="page"
      :label="say.page"
      :help="say.pageHelp"
      :wrong="say.wrong"
      :low="1"
      :high="100"
    />
    <OwnPages v-model="pages" :state="state" :title="say.pages" :help="say.pagesHelp" />
    <div>
      <v-btn variant="outlined" size="small" :disabled="playing" @click="emit('play')">{{
        playing ? say.playing : say.play
      }}</v-btn>
    </div>
  </div>
</template>
