<script setup lang="ts">
/** When a channel is there: its own hours, on their own clock, and whether it needs somebody in. */
import { onMounted, shallowRef } from 'vue'
import { api, want, type Schemas } from '../api/client'
import ChoiceBox from '../parts/ChoiceBox.vue'
import HoursReading from '../parts/HoursReading.vue'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import { rotaWords } from '../words/rota'

defineProps<{ channel: Schemas['ChannelOut']; now: Schemas['ChannelMore']; wrong: string }>()
const emit = defineEmits<{
  keep: [Partial<Schemas['ChannelChange']>]
  change: [Partial<Schemas['ChannelMore']>]
}>()
const hours = defineModel<string>('hours', { required: true })
const say = deskWords.channel
const zones = shallowRef<Schemas['ChoiceOut'][]>([])
onMounted(async () => {
  zones.value = (await want(api.GET('/api/choices'))).zones
})
</script>

<template>
  <form novalidate class="hours" @submit.prevent="emit('keep', { hours })">
    <TextBox
      v-model="hours"
      :label="say.hours"
      :who="say.hoursHelp"
      :placeholder="say.hoursHint"
      dir="ltr"
      :wrong="wrong"
    /><v-btn type="submit" variant="outlined" size="small">{{ say.setHours }}</v-btn>
  </form>
  <HoursReading :text="hours" @take="hours = $event" />
  <ChoiceBox
    v-if="channel.hours"
    :model-value="channel.hours_zone"
    :label="rotaWords.zone"
    :choices="[{ value: '', label: rotaWords.shopZone }, ...zones]"
    @update:model-value="emit('keep', { hours_zone: $event ?? '' })"
  />
  <PickOne
    :model-value="(now.needs_nobody ?? channel.needs_nobody_usually) ? 'no' : 'yes'"
    :label="say.when"
    hide-label
    :options="[
      { value: 'yes', label: say.needs },
      { value: 'no', label: say.needsNot },
    ]"
    @update:model-value="emit('change', { needs_nobody: $event === 'no' })"
  />
</template>

<style scoped>
.hours {
  display: flex;
  gap: 8px;
  align-items: end;
}
.hours > :first-child {
  flex: 1;
}
.hours .v-btn {
  height: 42px;
}
</style>
