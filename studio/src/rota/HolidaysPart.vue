<script setup lang="ts">
/** Public holidays of a country, chosen one by one. */
import { onMounted, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLatest } from '../composables/useLatest'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TickBox from '../parts/TickBox.vue'
import { rotaWords as say } from '../words/rota'

defineProps<{ countries: Schemas['ChoiceOut'][] }>()
const emit = defineEmits<{ take: [Schemas['HolidaysIn']]; wrong: [says: string] }>()
const country = ref('')
const region = ref('')
const latest = useLatest()
const list = shallowRef<Schemas['HolidaysOut'] | null>(null)
const chosen = ref<string[]>([])
onMounted(load)
async function load(): Promise<void> {
  try {
    const query = { country: country.value, region: region.value }
    const found = await latest((signal) => want(api.GET('/api/rota/holidays', { params: { query }, signal })))
    if (!found) return
    list.value = found
    country.value = found.country
    emit('wrong', '')
    chosen.value = []
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    emit('wrong', error.message)
  }
}
function choose(code: string | null): void {
  if (!code) return
  country.value = code
  region.value = ''
  void load()
}
function tick(day: string, on: boolean): void {
  chosen.value = on ? [...chosen.value, day] : chosen.value.filter((item) => item !== day)
}
function takeHolidays(): void {
  if (list.value) emit('take', { country: list.value.country, region: region.value, days: chosen.value })
}
</script>

<template>
  <div v-if="list" class="stack">
    <p class="small muted">{{ say.holidaysHelp }}</p>
    <ChoiceBox
      :model-value="country"
      :label="say.country"
      :choices="countries"
      @update:model-value="choose"
    />
    <ChoiceBox
      v-if="list.regions.length"
      v-model="region"
      :label="say.region"
      :choices="[
        { value: '', label: say.everywhere },
        ...list.regions.map((name) => ({ value: name, label: name })),
      ]"
      @update:model-value="load"
    />
    <div class="days">
      <TickBox
        v-for="item in list.days"
        :key="item.day + item.name"
        :model-value="item.is_closed || chosen.includes(item.day)"
        :disabled="item.is_closed"
        :label="item.name"
        :help="item.says"
        @update:model-value="tick(item.day, $event)"
      />
    </div>
    <p v-if="list.ends" class="small muted">{{ list.ends }}</p>
    <v-btn color="primary" :disabled="!chosen.length" @click="takeHolidays">{{
      say.take(chosen.length)
    }}</v-btn>
  </div>
</template>

<style scoped>
.days {
  display: grid;
  gap: 6px;
  max-height: 260px;
  overflow-y: auto;
}
</style>
