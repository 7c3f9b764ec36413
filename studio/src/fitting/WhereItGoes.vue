<script setup lang="ts">
/** Steps for each kind of site, in general words, with a drawing of where the line goes. */
import { ref, watch } from 'vue'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ guess: string; generator: string }>()
const kind = defineModel<string>('kind', { required: true })
const open = ref(0)
watch(
  open,
  (at) => {
    kind.value = say.kinds[at]?.code ?? ''
  },
  { immediate: true },
)
watch(
  () => props.guess,
  (code) => {
    const at = say.kinds.findIndex((kind) => kind.code === code)
    if (at >= 0) open.value = at
  },
  { immediate: true },
)
</script>

<template>
  <section :aria-label="say.where">
    <h2>{{ say.where }}</h2>
    <p class="small muted">{{ say.whereLead }}</p>
    <ul>
      <li v-for="(item, i) in say.kinds" :key="item.name" :class="{ open: open === i }">
        <button type="button" class="kind" :aria-expanded="open === i" @click="open = open === i ? -1 : i">
          {{ item.name }}
          <svg viewBox="0 0 8 12" width="8" height="12" aria-hidden="true">
            <path d="m1.500 1 5 5-5 5" fill="none" stroke="currentColor" stroke-width="1.600" />
          </svg>
        </button>
        <div v-if="open === i" class="steps">
          <p v-if="item.code === guess" class="small guess">{{ say.guess(generator) }}</p>
          <ol>
            <li v-for="step in item.steps" :key="step">{{ step }}</li>
          </ol>
          <svg viewBox="0 0 108 124" width="108" height="124" class="drawn" aria-hidden="true">
            <path d="M1 124V40a39 39 0 0 1 39-39h28a39 39 0 0 1 39 39v84z" class="page" />
            <path d="M18 34h44M18 44h64M18 54h50" class="text" />
            <template v-if="item.drawn === 'letter'">
              <path d="M22 72h64v38H22zM22 72l32 22 32-22" class="line" />
            </template>
            <template v-else-if="item.drawn === 'none'">
              <path d="M24 96h60" class="text" />
              <path d="M34 84h40v24H34z" class="line" />
            </template>
            <template v-else>
              <rect
                x="14"
                :y="item.drawn === 'file' ? 92 : 68"
                width="80"
                :height="item.drawn === 'block' ? 30 : 24"
                rx="6"
                class="line"
              />
              <path :d="item.drawn === 'file' ? 'M22 100h52M22 108h36' : 'M22 76h52M22 84h36'" class="code" />
            </template>
          </svg>
          <p class="small">
            <b>{{ say.worked }}</b> {{ item.worked.replaceAll('*', '') }}
          </p>
          <p class="small">
            <b>{{ say.wrong }}</b> {{ item.wrong }}
          </p>
        </div>
      </li>
    </ul>
    <dl class="small">
      <template v-for="[name, told] in Object.values(say.special)" :key="name"
        ><dt>{{ name }}</dt>
        <dd>{{ told }}</dd></template
      >
    </dl>
  </section>
</template>

<style scoped>
h2 {
  font-size: 18px;
  line-height: 24px;
}
ul {
  list-style: none;
  padding: 0;
  margin-top: 12px;
}
ul > li {
  border-bottom: 1px solid var(--hairline);
}
ul > .open {
  border: 0;
  background: var(--card);
  border-radius: 20px 20px 10px 10px;
  box-shadow: var(--raised);
  padding: 4px 14px 14px;
  margin: 0 -14px 8px;
}
.kind {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  width: 100%;
  min-height: 41px;
  text-align: start;
  font-size: 15px;
}
.open .kind {
  font-weight: 600;
}
.open .kind svg {
  transform: rotate(90deg);
}
.kind:hover {
  color: var(--mulberry);
}
.steps {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px 18px;
}
.steps p {
  grid-column: 1 / -1;
}
.guess {
  color: var(--brass-dark);
}
.steps b {
  display: block;
  font-weight: 600;
}
ol {
  padding-inline-start: 22px;
  display: grid;
  gap: 6px;
  align-content: start;
}
ol li::marker {
  color: var(--mulberry);
  font-weight: 600;
}
.drawn .page {
  fill: var(--card);
  stroke: var(--edge);
  stroke-opacity: 0.4;
}
.drawn .text {
  stroke: var(--sand);
  stroke-width: 5;
  stroke-linecap: round;
  fill: none;
}
.drawn .line {
  fill: var(--brass-tint);
  stroke: var(--brass);
  stroke-width: 2;
}
.drawn .code {
  stroke: var(--brass-dark);
  stroke-width: 3;
  stroke-linecap: round;
}
dl {
  margin-top: 18px;
  display: grid;
  gap: 2px;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0 0 10px;
  color: var(--muted);
}
</style>
