<script setup lang="ts">
/**
 * One text in one language: who says it, its spot, what the default says, fill-ins, and how it reads here.
 */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import { useFocusInside } from '../../composables/useFocusInside'
import { languageName } from '../../logic/sentences'
import { withName } from '../../logic/texts'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import SpotPicture from '../../parts/SpotPicture.vue'
import TextBox from '../../parts/TextBox.vue'
import { saysWords as say, type Said } from '../../words/says'

const model = defineModel<string>({ required: true })
const props = defineProps<{
  spec: Said
  language: string
  first: string
  inFirst?: string
  ours?: string
  sample?: Schemas['SampleOut']
  spoken?: Schemas['SpokenOut']
  fillIns?: Record<string, string>
  plain?: boolean
  title?: string
}>()
const chips = ref<HTMLElement>()
const isOther = computed(() => props.language !== props.first)
const missing = computed(() => isOther.value && !model.value && !!props.inFirst)
const isLong = computed(
  () => !!props.sample?.room && props.sample.letters > props.sample.room && !!model.value,
)
const fills = computed(() => model.value.includes('{'))
const until = computed(() => (missing.value ? (props.inFirst ?? '') : ''))
const box = ref<InstanceType<typeof TextBox>>()
const room = ref<HTMLElement>()
const isIn = useFocusInside(room)
function key(event: KeyboardEvent): void {
  if (event.ctrlKey && event.code === 'Space' && !props.plain) {
    event.preventDefault()
    chips.value?.querySelector('button')?.focus()
  }
}
function along(event: KeyboardEvent): void {
  const all = [...(chips.value?.querySelectorAll('button') ?? [])]
  const at = all.indexOf(event.target as HTMLButtonElement)
  const to = event.key === 'ArrowRight' ? at + 1 : event.key === 'ArrowLeft' ? at - 1 : -1
  if (event.key === 'Escape') {
    event.stopPropagation()
    box.value?.focus()
  } else if (all[to]) {
    event.preventDefault()
    all[to]?.focus()
  }
}
</script>

<template>
  <section ref="room" :data-spot="spec.spot" class="said" :class="{ missing, open: isIn }" @keydown="key">
    <SpotPicture :spot="spec.spot" />
    <div class="in">
      <p class="head">
        <b>{{ title ?? spec.title }}</b> <span class="small muted">{{ spec.who }}</span>
      </p>
      <p v-if="isOther && inFirst" class="small first" dir="auto">
        <span class="muted">{{ say.inDefault(languageName(first)) }}</span>{{ ' ' }}
        <span :lang="first">{{ inFirst }}</span>{{ ' ' }}
        <button v-if="!model" type="button" class="act" @click="model = inFirst">{{ say.copy }}</button>
      </p>
      <TextBox
        ref="box"
        v-model="model"
        :fills="!plain"
        hide-label
        :lines="spec.lines"
        :label="title ?? spec.title"
        :placeholder="missing ? say.notWritten(languageName(language)) : ours || spec.hint"
        :lang="language"
        :maxlength="spec.most"
      />
      <p v-if="missing" class="small">
        <span class="tag clay"><DoorGlyph state="barred" :size="12" />{{ say.missingTag }}</span
        >{{ ' ' }} <span class="muted">{{ say.until(languageName(first)) }}</span> “{{ until }}”
      </p>
      <p v-if="spoken && spoken.level === 'override'" class="small over">
        <DoorGlyph state="ajar" :size="14" />{{ say.overridden }} “{{ spoken.text }}”,
        {{ say.from.override(spoken.override) }}
      </p>
      <div v-if="!plain" ref="chips" class="fill" role="toolbar" :aria-label="say.fillIn" @keydown="along">
        <span class="small muted">{{ say.fillIn }}</span><button
          v-for="(name, which) in say.fill"
          :key="which"
          type="button"
          tabindex="-1"
          :class="{ known: fillIns?.[which] }"
          :title="fillIns?.[which] || say.nothing"
          @mousedown.prevent
          @click="box?.insert(which)"
        >
          {{ name }}</button
        ><span class="small muted keys">{{ say.fillHelp }}</span>
      </div>
      <template v-if="sample && model">
        <p v-for="item in sample.unknown" :key="item.name" class="small bad" role="status">
          <DoorGlyph state="barred" :size="14" />{{ say.unknown(item.name) }}
          <button
            v-if="item.nearest"
            type="button"
            class="act"
            @click="model = withName(model, item.name, item.nearest)"
          >
            {{ say.useNearest(item.nearest) }}
          </button>
        </p>
        <dl v-if="fills" class="small">
          <dt>{{ say.reads }}</dt>
          <dd dir="auto">{{ sample.here || say.nothing }}</dd>
          <dt>{{ say.bare }}</dt>
          <dd dir="auto">{{ sample.bare || say.nothing }}</dd>
          <dt>{{ say.sale }}</dt>
          <dd dir="auto">{{ sample.sale || say.nothing }}</dd>
        </dl>
        <p v-if="fills && !model.includes('|')" class="small muted">{{ say.instead }}</p>
        <p v-if="isLong" class="small over">
          <DoorGlyph state="ajar" :size="14" />{{ say.long(sample.letters, sample.room) }}
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.said {
  display: flex;
  gap: 12px;
  padding: 12px 0;
  border-top: 1px solid var(--hairline);
}
.in {
  flex: 1;
  min-width: 0;
  display: grid;
  gap: 6px;
}
.head {
  line-height: 19px;
}
.head b {
  font-weight: 600;
  font-size: 14.5px;
  margin-right: 4px;
}
.first {
  overflow-wrap: anywhere;
}
.missing :deep(.v-field) {
  border: 1px dashed var(--clay);
}
.over,
.bad {
  display: flex;
  gap: 8px;
  align-items: start;
}
.over {
  color: var(--brass-dark);
}
.bad {
  color: var(--clay-dark);
  align-items: baseline;
}
.fill {
  display: none;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
}
.said.open .fill {
  display: flex;
}
.fill button {
  height: 22px;
  padding: 0 8px;
  border-radius: 9px 9px 5px 5px;
  background: transparent;
  box-shadow: inset 0 0 0 1px var(--wine-line);
  color: var(--muted);
  font-size: 12.5px;
  line-height: 22px;
}
.fill button.known {
  background: var(--wine-tint);
  box-shadow: none;
  color: var(--mulberry);
}
.fill button:hover,
.fill button:focus-visible {
  background: var(--wine-line);
  color: var(--dark);
}
.keys {
  margin-left: auto;
}
dl {
  display: grid;
  grid-template-columns: 124px 1fr;
  gap: 3px 10px;
  margin: 0;
}
dt {
  color: var(--muted);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
  white-space: pre-line;
}
@media (max-width: 700px) {
  .fill button {
    height: 36px;
    line-height: 36px;
  }
  dl {
    grid-template-columns: 1fr;
  }
}
</style>
