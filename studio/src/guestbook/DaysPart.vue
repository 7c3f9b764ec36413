<script setup lang="ts">
/** How many days after the last word all is deleted. */
import { computed, onMounted, ref } from 'vue'
import { api, want } from '../api/client'
import { useForm } from '../composables/useForm'
import MayDo from '../parts/MayDo.vue'
import PickOne from '../parts/PickOne.vue'
import { guestWords as say } from '../words/guestbook'

const days = ref<{ days: number; choices: number[] } | null>(null)
const form = useForm()
const options = computed(() =>
  (days.value?.choices ?? []).map((each) => ({ value: String(each), label: say.dayChoice(each) })),
)
onMounted(() =>
  form.send(async () => {
    days.value = await want(api.GET('/api/guestbook-kept'))
  }),
)
const put = (chosen: string): Promise<void | undefined> =>
  form.send(async () => {
    days.value = await want(api.PUT('/api/guestbook-kept', { body: { days: Number(chosen) } }))
  })
</script>

<template>
  <section>
    <MayDo power="data"
      ><PickOne
        v-if="days"
        :model-value="String(days.days)"
        :label="say.days"
        :options="options"
        @update:model-value="put"
    /></MayDo>
    <p class="small muted">{{ say.daysHelp }}</p>
    <p v-if="form.elsewhere()" role="alert" class="wrong">{{ form.elsewhere() }}</p>
  </section>
</template>

<style scoped>
.wrong {
  color: var(--clay-dark);
}
p {
  margin-top: 8px;
}
</style>
