<script setup lang="ts">
/** What a press on the button does, per device. */
import { computed } from 'vue'
import type { Parts } from '../api/desk'
import type { DeskState } from '../composables/useDesk'
import PickOne from '../parts/PickOne.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{ state: DeskState }>()
const say = deskWords.press
type Press = Parts['press']
const press = computed(() => props.state.draft.value?.press)
const part = <K extends keyof Press>(name: K, empty: NonNullable<Press[K]>) =>
  computed({
    get: () => press.value?.[name] ?? empty,
    set: (value) => props.state.write('press', { [name]: value }),
  })
const phone = part('phone', 'card')
const tablet = part('tablet', 'card')
const computer = part('computer', 'card')
const ways = part('ways', 'column')
const opens = part('opens', 'up')
const by = part('computer_by', 'web')
const privacy = part('privacy', 'notice')
const outside = part('closes_outside', true)
const greets = part('greets', 'heading')
const numbers = part('shows_numbers', true)
const GREETINGS = (['heading', 'person'] as const).map((value) => ({
  value,
  label: say.greetings[value] ?? value,
}))
const HOW = (['card', 'apps', 'straight'] as const).map((value) => ({
  value,
  label: say.names[value] ?? value,
  help: say.help[value],
}))
const hasApps = computed(() => [phone.value, tablet.value, computer.value].includes('apps'))
</script>

<template>
  <div v-if="press" class="stack">
    <PickOne v-model="phone" :label="deskWords.whom.device.phone ?? ''" :options="HOW" />
    <PickOne v-model="tablet" :label="deskWords.whom.device.tablet ?? ''" :options="HOW" />
    <PickOne v-model="computer" :label="deskWords.whom.device.computer ?? ''" :options="HOW" />
    <template v-if="hasApps">
      <PickOne
        v-model="ways"
        :label="say.ways"
        :options="[
          { value: 'column', label: say.column },
          { value: 'row', label: say.row },
        ]"
      />
      <PickOne
        v-model="opens"
        :label="say.opens"
        :options="[
          { value: 'up', label: say.up },
          { value: 'aside', label: say.aside },
        ]"
      />
    </template>
    <PickOne
      v-model="by"
      :label="say.by"
      :options="[
        { value: 'web', label: say.web },
        { value: 'qr', label: say.qr },
      ]"
    />
    <div class="hair stack">
      <PickOne
        v-model="privacy"
        :label="say.privacy"
        :options="[
          { value: 'notice', label: say.notice, help: say.link },
          { value: 'agree', label: say.agree, help: say.agreeHelp },
        ]"
      />
      <PickOne v-model="greets" :label="say.greets" :options="GREETINGS" />
      <p v-if="greets === 'person'" class="small muted">{{ say.greetsHelp }}</p>
      <TickBox v-model="numbers" :label="say.numbers" :help="say.numbersHelp" />
      <TickBox v-model="outside" :label="say.outside" />
    </div>
  </div>
</template>
