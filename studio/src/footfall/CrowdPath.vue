<script setup lang="ts">
/** Of all who saw the button, who walked on, who looked and left, and who knocked: street, path and door. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { crowdShape, type Behind, type CrowdKind } from '../logic/footfall'
import { footfallWords as say } from '../words/footfall'
import CrowdMarks from './CrowdMarks.vue'
import { crowdPicture } from './crowdPicture'
import { savePicture } from './savePicture'

const props = defineProps<{ found: Schemas['FootfallOut'] }>()
const emit = defineEmits<{ behind: [about: Behind] }>()
function open(crowd: CrowdKind): void {
  const says = { seen: props.found.walked_on, opened: props.found.opened, knocked: props.found.knocked }
  const count = number(props.found.crowd[crowd])
  const name = { seen: say.saw(count), opened: say.opened(count), knocked: say.knocked(count) }
  emit('behind', { name: name[crowd], says: says[crowd], of: { kind: 'crowd', crowd }, act: '', to: '' })
}
const marks = computed(() => props.found.marks)
const number = (count: number): string => count.toLocaleString('en')
const shape = computed(() => crowdShape(marks.value))
</script>

<template>
  <section class="crowd" :aria-label="say.title">
    <div class="words">
      <h2>{{ found.heading }}</h2>
      <p class="muted small">{{ found.under }}</p>
      <button
        v-if="found.crowd.seen"
        type="button"
        class="act small"
        @click="savePicture(crowdPicture(found), 'crowd')"
      >
        {{ say.picture }}
      </button>
    </div>
    <svg class="way" aria-hidden="true" viewBox="0 0 1000 226" preserveAspectRatio="none">
      <defs>
        <linearGradient id="street-fades">
          <stop offset="0" stop-color="#fbf6ee" stop-opacity="0" />
          <stop offset=".08" stop-color="#fbf6ee" />
        </linearGradient>
      </defs>
      <path
        fill="url(#street-fades)"
        d="M0 46H470C530 46 520 92 590 92H1000V164H590C520 164 530 200 470 200H0Z"
      />
    </svg>
    <div class="street">
      <button type="button" class="number" :disabled="!found.crowd.seen" @click="open('seen')">
        {{ say.saw(number(found.crowd.seen)) }}
      </button>
      <div class="marks">
        <CrowdMarks :count="marks.walked_on" :rows="shape.streetRows" :step="15.6" kind="walker" />
      </div>
      <span class="muted small">{{ found.walked_on }}</span>
    </div>
    <div class="path">
      <span>
        <button type="button" class="number" :disabled="!found.crowd.opened" @click="open('opened')">
          {{ say.opened(number(found.crowd.opened)) }}
        </button>
        <span class="muted small">{{ found.opened }}</span>
      </span>
      <div class="marks">
        <CrowdMarks :count="marks.left" :rows="shape.pathRows" :step="18" kind="visitor" />
      </div>
      <span class="muted small">{{ found.knocked }}</span>
    </div>
    <div class="through">
      <button type="button" class="number" :disabled="!found.crowd.knocked" @click="open('knocked')">
        {{ say.knocked(number(found.crowd.knocked)) }}
      </button>
      <div class="door">
        <CrowdMarks
          v-if="marks.knocked"
          :count="marks.knocked"
          :rows="shape.doorRows"
          :step="21"
          kind="ring"
        />
      </div>
      <span class="sill" />
    </div>
    <p class="sr">{{ say.crowd(marks.each, marks.walked_on, marks.left, marks.knocked) }}</p>
  </section>
</template>

<style scoped src="./CrowdPath.css"></style>
