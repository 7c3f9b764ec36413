<script setup lang="ts">
/** One start for a door, on the owner's own page: its words and looks as visitors would meet them. */
import type { Schemas } from '../api/client'
import { deskWords } from '../words/desk'

const props = defineProps<{ start: Schemas['StartOut']; site: string; address: string }>()
const emit = defineEmits<{ take: [] }>()
const word = (texts: Record<string, string> | undefined): string =>
  texts?.en ?? Object.values(texts ?? {})[0] ?? ''
const source = props.address
  ? `/stage/${props.site}/?bare=1&address=${encodeURIComponent(props.address)}`
  : `/stage/${props.site}/?bare=1`
</script>

<template>
  <article>
    <div class="window" aria-hidden="true">
      <iframe :src="source" loading="lazy" tabindex="-1" inert sandbox="" title="" />
      <div class="card">
        <b :style="{ color: start.looks.colour }">{{ word(start.says.heading) }}</b><span>{{
          word(start.says.note)
        }}</span>
      </div>
      <i :class="start.looks.shape" :style="{ background: start.looks.colour }">{{
        word(start.says.label)
      }}</i>
    </div>
    <h3>{{ start.name }}</h3>
    <p>{{ start.what }}</p>
    <button
      type="button"
      class="act"
      :aria-label="`${deskWords.doors.go}: ${start.name}`"
      @click="emit('take')"
    >
      {{ deskWords.doors.go }}
    </button>
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.window {
  position: relative;
  width: 100%;
  height: 168px;
  overflow: hidden;
  border: 1px solid var(--box-line);
  border-radius: var(--arch-card);
  background: #fff;
  margin-bottom: 4px;
}
iframe {
  position: absolute;
  top: 0;
  left: 0;
  width: 960px;
  height: 560px;
  border: 0;
  transform: scale(0.31);
  transform-origin: 0 0;
  opacity: 0.75;
}
.card {
  position: absolute;
  right: 10px;
  bottom: 50px;
  width: 62%;
  padding: 10px 12px;
  background: var(--card);
  border-radius: 16px 16px 8px 8px;
  box-shadow: var(--floating);
  display: grid;
  gap: 4px;
}
.card b {
  font: 600 13px/17px var(--heading);
}
.card span {
  font-size: 12px;
  line-height: 16px;
  color: var(--muted);
}
i {
  position: absolute;
  right: 10px;
  bottom: 10px;
  height: 32px;
  padding: 0 14px;
  color: #fffcf6;
  font: 600 12.5px/32px var(--text);
  border-radius: 16px 16px 8px 8px;
}
i.round {
  border-radius: 16px;
}
h3 {
  font-size: 15.5px;
  line-height: 21px;
}
p {
  font-size: 13.5px;
  line-height: 19px;
  color: var(--muted);
}
</style>
