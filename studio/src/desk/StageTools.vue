<script setup lang="ts">
/** Above the page on the stage: which page, on what device, and what is shown of the button. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import type { Device } from '../composables/useRehearsal'
import type { Show } from '../composables/useStage'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import { reviewWords } from '../words/review'
import AddressBox from './AddressBox.vue'
import MenuBox from '../parts/MenuBox.vue'

const props = defineProps<{
  showing: Show
  desk: Schemas['DeskOut'] | null
  nudges: boolean
}>()
const emit = defineEmits<{ show: [what: Show | 'away']; hand: [] }>()
const address = defineModel<string>('address', { required: true })
const device = defineModel<Device>('device', { required: true })
const say = deskWords.stage
const DEVICES: Device[] = ['computer', 'tablet', 'phone']
const SHOWS = ['button', 'nudge', 'card', 'play', 'away'] as const
/** Where the page is opened in a tab: in the demo, the shop that stands in for `.example` addresses. */
const openOnSite = computed(() => {
  const port = props.desk?.local_port
  const local = port ? `http://$1localhost:${port}` : '$&'
  const made = address.value.replace(/^https?:\/\/((?:[a-z0-9-]+\.)+)example/, local)
  return made && made + '#kk-ours'
})
</script>

<template>
  <div class="tools">
    <AddressBox v-model="address" :pages="desk?.pages ?? []" :hosts="desk?.hosts ?? []" />
    <div class="devices" role="group" aria-label="Device">
      <button
        v-for="item in DEVICES"
        :key="item"
        type="button"
        :aria-pressed="device === item"
        @click="device = item"
      >
        {{ words.stage[item] }}
      </button>
    </div>
    <v-menu location="bottom end">
      <template #activator="{ props: press }"
        ><button type="button" class="chip drop" v-bind="press">{{ say.show }}</button></template
      >
      <MenuBox>
        <button
          v-for="what in SHOWS"
          v-show="what !== 'nudge' || nudges"
          :key="what"
          type="button"
          class="entry"
          :aria-current="what === showing ? 'true' : undefined"
          @click="emit('show', what)"
        >
          {{ say.shows[what] }}</button><button type="button" class="entry" @click="emit('hand')">
          {{ reviewWords.show.menu }}<small>{{ reviewWords.show.menuHelp }}</small></button
        ><a v-if="openOnSite" class="entry" :href="openOnSite" target="_blank" rel="noopener"
          >{{ say.openSite }}<small>{{ say.openSiteHelp }}</small></a
        >
      </MenuBox>
    </v-menu>
  </div>
</template>

<style scoped>
.entry[aria-current] {
  font-weight: 600;
  color: var(--mulberry);
}
.tools {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 10px;
  background: var(--card);
  border-bottom: 1px solid var(--hairline);
  position: relative;
  z-index: 2;
}
.devices {
  display: flex;
  gap: 2px;
}
.devices button {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  height: 32px;
  padding: 0 11px;
  border-radius: var(--arch-32);
  font-size: 13px;
  color: var(--muted);
}
.devices button[aria-pressed='true'] {
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
}
.devices button:hover {
  color: var(--dark);
}
.entry {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
  color: var(--ink);
  text-decoration: none;
}
.entry:hover,
.entry:focus-visible {
  background: var(--wine-tint);
}
.entry small {
  display: block;
  font-size: 12.5px;
  line-height: 16px;
  color: var(--muted);
}
.tools .chip {
  font-size: 13px;
  padding: 0 11px;
}
@media (max-width: 700px) {
  .tools {
    flex-wrap: wrap;
  }
  .devices {
    flex: 1;
  }
  .devices button {
    height: 44px;
    padding: 0 10px;
  }
}
</style>
