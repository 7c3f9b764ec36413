<script setup lang="ts">
/** What a screen is, in two sentences, a picture, our words on it, and its keys. */
import { singleKeys } from '../composables/useKeys'
import { helpWords as say, type HelpTopic } from '../words/help'
import SideSheet from './SideSheet.vue'
import TickBox from './TickBox.vue'

const props = defineProps<{ what: HelpTopic }>()
const isDesk = props.what === 'desk'
const OWN = { desk: say.deskKeys, guestbook: say.guestKeys } as Partial<Record<HelpTopic, typeof say.keyList>>
const keys = [...(OWN[props.what] ?? []), ...say.keyList]
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <SideSheet :title="say.title" @close="emit('close')">
    <p v-for="line in say.about[what]" :key="line">{{ line }}</p>
    <svg v-if="isDesk || what === 'doors'" viewBox="0 0 260 110" aria-hidden="true" class="picture">
      <rect x="1" y="1" width="150" height="108" rx="10" fill="var(--sand)" />
      <rect x="10" y="10" width="132" height="16" rx="6" fill="var(--card)" />
      <rect x="10" y="32" width="132" height="56" rx="5" fill="#fff" />
      <path d="M112 84v-9a8 8 0 0 1 8-8h12a8 8 0 0 1 8 8v9z" fill="var(--mulberry)" />
      <rect x="10" y="94" width="132" height="7" rx="2" fill="#ddd0bc" />
      <rect x="40" y="94" width="22" height="7" fill="var(--moss)" />
      <rect x="84" y="94" width="22" height="7" fill="var(--moss)" />
      <path d="M50 90v14" stroke="var(--dark)" stroke-width="1.500" />
      <g v-for="n in 5" :key="n">
        <rect x="164" :y="n * 19 - 8" width="20" height="4" rx="2" fill="var(--box-line)" />
        <rect
          x="192"
          :y="n * 19 - 9"
          :width="40 + ((n * 17) % 26)"
          height="5"
          rx="2"
          fill="var(--ink)"
          opacity=".5"
        />
        <rect x="192" :y="n * 19 - 2" :width="30 + ((n * 11) % 20)" height="2" fill="var(--brass)" />
      </g>
    </svg>
    <dl>
      <template v-for="(meaning, word) in say.words" :key="word"
        ><dt>{{ word }}</dt>
        <dd>{{ meaning }}</dd></template
      >
    </dl>
    <h3 class="part">{{ say.keys }}</h3>
    <dl class="keys">
      <template v-for="[key, does] in keys" :key="key"
        ><dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ does }}</dd></template
      >
    </dl>
    <TickBox v-model="singleKeys" :label="say.single" :help="say.singleHelp" />
  </SideSheet>
</template>

<style scoped>
.picture {
  width: 100%;
}
dl {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 4px 12px;
  font-size: 14px;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
  color: var(--muted);
}
kbd {
  font: 600 12.5px/20px var(--text);
  padding: 1px 8px;
  background: var(--wine-tint);
  border-radius: 8px 8px 4px 4px;
  color: var(--mulberry);
  white-space: nowrap;
}
.keys {
  grid-template-columns: 130px 1fr;
  gap: 7px 12px;
}
</style>
