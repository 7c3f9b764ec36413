<script setup lang="ts">
/** Of all who saw the button, who walked on, who looked and left, and who knocked: street, path and door. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { footfallWords as say } from '../words/footfall'
import CrowdMarks from './CrowdMarks.vue'

const props = defineProps<{ found: Schemas['FootfallOut'] }>()
const marks = computed(() => props.found.marks)
const number = (count: number): string => count.toLocaleString('en')
/** A door has three marks abreast; with more to show, more of them, and smaller. */
const abreast = computed(() => Math.min(8, Math.max(3, Math.ceil(Math.sqrt(marks.value.knocked * 0.62)))))
const doorRows = computed(() => Math.ceil(marks.value.knocked / abreast.value) || 1)
const pathRows = computed(() => (marks.value.left > 30 ? 5 : 3))
</script>

<template>
  <section class="crowd" :aria-label="say.title">
    <div class="words">
      <h2>{{ found.heading }}</h2>
      <p class="muted small">{{ found.under }}</p>
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
      <b>{{ say.saw(number(found.crowd.seen)) }}</b>
      <div class="marks"><CrowdMarks :count="marks.walked_on" :rows="8" :step="15.6" kind="walker" /></div>
      <span class="muted small">{{ found.walked_on }}</span>
    </div>
    <div class="path">
      <span
        ><b>{{ say.opened(number(found.crowd.opened)) }}</b
        ><span class="muted small">{{ found.opened }}</span></span
      >
      <div class="marks"><CrowdMarks :count="marks.left" :rows="pathRows" :step="18" kind="visitor" /></div>
      <span class="muted small">{{ found.knocked }}</span>
    </div>
    <div class="through">
      <b>{{ say.knocked(number(found.crowd.knocked)) }}</b>
      <div class="door">
        <CrowdMarks v-if="marks.knocked" :count="marks.knocked" :rows="doorRows" :step="21" kind="ring" />
      </div>
      <span class="sill" />
    </div>
    <p class="sr">{{ say.crowd(marks.each, marks.walked_on, marks.left, marks.knocked) }}</p>
  </section>
</template>

<style scoped src="./CrowdPath.css"></style>
