<script setup lang="ts">
/** The other counts, a sentence each, with one thing to do. */
import type { Schemas } from '../api/client'
import { footfallWords as say } from '../words/footfall'

defineProps<{ lines: readonly Schemas['OtherCountOut'][] }>()
</script>

<template>
  <section v-if="lines.length" class="card">
    <h2>{{ say.others }}</h2>
    <ul>
      <li v-for="line in lines" :key="line.code">
        <b>{{ line.says }}</b>
        <span v-if="line.more" class="muted">{{ line.more }}</span>
        <router-link class="act" :to="line.to">{{ line.act }}</router-link>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 20px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hairline);
}
b {
  font-weight: 600;
}
.act {
  grid-area: 1 / 2 / span 2;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
  .act {
    grid-area: auto;
  }
}
</style>
