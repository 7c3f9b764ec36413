<script setup lang="ts">
/** Where a way leads to: read as it is typed, saved by a press. */
import { computed, ref, toRef } from 'vue'
import { Refusal, type Schemas } from '../api/client'
import { useMasking } from '../composables/useMasking'
import { useReading } from '../composables/useReading'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/app'

const typed = defineModel<string>('typed', { required: true })
const props = defineProps<{
  channel: Schemas['ChannelOut']
  /** Something else stands in the box than what is used. */
  changes: boolean
  keep: (everywhere: boolean) => Promise<void>
}>()
const everywhere = ref(true)
const wrong = ref('')
const masking = useMasking()
const shown = computed(() => masking.shown(props.channel.shown, props.channel.key))
const isHidden = computed(() => shown.value !== props.channel.shown)
const { reading, take } = useReading({ typed, app: toRef(() => props.channel.app) })
async function save(): Promise<void> {
  try {
    if (props.changes) await props.keep(props.channel.used_in.length > 0 && everywhere.value)
    wrong.value = ''
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
</script>

<template>
  <p v-if="isHidden" class="edit small">
    {{ words.reach.address }}: <span dir="ltr">{{ shown }}</span>{{ ' ' }}
    <button type="button" class="act" @click="masking.reveal(channel.key)">
      {{ deskWords.reachMask.reveal }}
    </button>
  </p>
  <form v-else class="edit" novalidate @submit.prevent="save">
    <TextBox v-model="typed" :label="words.reach.address" :wrong="wrong" autofocus />
    <ReadingLine
      v-if="reading && changes"
      :reading="reading"
      :only-choices="!!wrong"
      @take="((wrong = ''), take($event))"
    />
    <template v-if="changes && channel.used_in.length"
      ><p class="small muted">{{ deskWords.channel.usedIn(deskWords.list(channel.used_in)) }}</p>
      <TickBox v-model="everywhere" :label="deskWords.channel.everywhere"
    /></template>
    <div v-if="changes" class="acts">
      <v-btn type="submit" color="primary" size="small">{{ words.reach.save }}</v-btn><v-btn
        size="small"
        variant="outlined"
        @click="typed = channel.shown"
        >{{ words.reach.cancel }}</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.edit {
  display: grid;
  gap: 12px;
  margin: 10px 0 10px 22px;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
