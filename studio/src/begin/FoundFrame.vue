<script setup lang="ts">
/** In the arch: their own page with the real button on it, and what a press of it would send. */
import { refDebounced } from '@vueuse/core'
import { computed, ref, toRef } from 'vue'
import { useTried } from '../composables/useTried'
import type { Taken } from '../logic/website'
import QrCode from '../parts/QrCode.vue'
import { useSession } from '../stores/session'
import { websiteWords as say } from '../words/website'

const props = defineProps<{
  taken: Taken
  /** Of the page: the frame's address, and what it is to the rules; both empty for a drawn one. */
  page: string
  address: string
  /** Above it once the door hangs. */
  hangs?: string
}>()
const session = useSession()
const frame = ref<HTMLIFrameElement>()
const { landed, wrong, answer, isDrawn, when, asOn } = useTried({
  taken: toRef(props, 'taken'),
  address: toRef(props, 'address'),
  frame,
})
const src = computed(() => props.page || `/try/page?name=${encodeURIComponent(named.value)}`)
const isTheirs = computed(() => !!props.page && !isDrawn.value)
const isFailed = computed(() => !!props.page && isDrawn.value)
/** A drawn page is drawn anew for a name that rests, not for each letter of it. */
const named = refDebounced(
  toRef(() => props.taken.name),
  600,
)
</script>

<template>
  <section class="arch" :aria-label="say.frame">
    <p class="over">
      <b>{{ hangs || (isTheirs ? say.own : say.drawn) }}</b><span>{{ answer ? say.press : say.noWay }}</span
      ><span v-if="answer && asOn"
        >{{ say.asOn(asOn) }}
        <button type="button" class="turn" @click="when = 'now'">{{ say.asNow }}</button></span
      ><span v-else-if="answer && when === 'now'"
        ><button type="button" class="turn" @click="when = 'in'">{{ say.asIn }}</button></span
      >
    </p>
    <div class="page">
      <iframe ref="frame" :src="src" :title="say.frame" />
      <div v-if="landed" class="landed" role="status">
        <h2>{{ say.landed }}</h2>
        <blockquote v-if="landed.text" dir="auto">{{ landed.text }}</blockquote>
        <p v-else class="small muted">{{ say.landedEmpty }}</p>
        <p v-if="landed.copied" class="small muted">{{ say.copied }}</p>
        <v-btn v-if="landed.link" :href="landed.link" target="_blank" color="primary" size="small">{{
          session.hello?.pretend ? say.openPretend : say.open
        }}</v-btn>
        <figure v-if="landed.qr">
          <QrCode :svg="landed.qr" :label="say.scan" />
          <figcaption class="small muted">{{ say.scan }}</figcaption>
        </figure>
        <button type="button" class="press" @click="landed = null">{{ say.back }}</button>
      </div>
    </div>
    <p v-if="wrong || isFailed" class="note" role="status">{{ wrong || say.frameFailed }}</p>
  </section>
</template>

<style scoped src="./FoundFrame.css"></style>
