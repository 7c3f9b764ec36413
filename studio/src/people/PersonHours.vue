<script setup lang="ts">
/** One person's hours, typed on their own card; they hold at once, as on the rota. */
import { ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useKept } from '../composables/useKept'
import HoursReading from '../parts/HoursReading.vue'
import TextBox from '../parts/TextBox.vue'
import { peopleWords as say } from '../words/people'
import { rotaWords } from '../words/rota'

const props = defineProps<{ person: Schemas['AssistantOut'] }>()
const emit = defineEmits<{ put: [Schemas['PeopleOut']] }>()
const isOpen = ref(false)
const wrong = ref('')
const { typed, waits, sent } = useKept(
  () => `hours:person:${props.person.key}`,
  () => props.person.hours_typed,
)
async function use(): Promise<void> {
  try {
    await want(
      api.POST('/api/rota/hours', {
        body: {
          whose: 'person',
          key: props.person.key,
          text: typed.value,
          week: null,
          zone: null,
          monday: null,
        },
      }),
    )
    wrong.value = ''
    sent()
    emit('put', await want(api.GET('/api/people')))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
</script>

<template>
  <div>
    <p class="row">
      <b class="part">{{ say.hours }}</b><button
        type="button"
        class="act"
        :aria-expanded="isOpen"
        @click="isOpen = !isOpen"
      >
        {{ person.hours || say.always }}</button
      ><span v-if="waits && !isOpen" class="tag clay">{{ rotaWords.notUsed }}</span
      ><router-link class="act" :to="{ name: 'rota', query: { who: person.key } }">{{
        say.onRota
      }}</router-link>
    </p>
    <form v-if="isOpen" class="soft" novalidate @submit.prevent="use">
      <TextBox
        v-model="typed"
        hide-label
        :label="`${say.hours}, ${person.name}`"
        :placeholder="rotaWords.hint"
        dir="ltr"
        :maxlength="500"
        :wrong="wrong"
        @update:model-value="wrong = ''"
      />
      <HoursReading :text="typed" :without="rotaWords.always" @take="typed = $event" />
      <v-btn type="submit" color="primary" size="small" :disabled="!waits">{{ rotaWords.use }}</v-btn>
    </form>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
form {
  display: grid;
  gap: 10px;
  justify-items: start;
  margin-top: 8px;
}
form > :first-child {
  width: 100%;
}
</style>
