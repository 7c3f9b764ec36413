<script setup lang="ts">
/** The ways in which what was typed can become a rule, and the pages each takes and leaves. */
import type { Schemas } from '../api/client'
import { deskWords } from '../words/desk'

defineProps<{ found: Schemas['PlacesOut'] }>()
const emit = defineEmits<{ add: [Schemas['PlacesOut']['ways'][number]] }>()
const say = deskWords.where
</script>

<template>
  <div class="ways soft">
    <button v-for="way in found.ways" :key="way.kind" type="button" class="way" @click="emit('add', way)">
      <span class="act">{{ way.says }}</span><small>{{ say.catches(way.catches) }}</small>
    </button>
    <p v-if="found.explains" class="small">{{ found.explains }}</p>
    <p v-if="found.catches.length" class="small muted">{{ say.takes }} {{ found.catches.join(', ') }}</p>
    <p v-if="found.misses.length" class="small muted">{{ say.leaves }} {{ found.misses.join(', ') }}</p>
    <p v-if="found.caveat" class="small caveat">{{ found.caveat }}</p>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 6px;
}
.way {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
  text-align: start;
}
.way small {
  color: var(--muted);
  font-size: 13px;
  flex: none;
}
.caveat {
  color: var(--brass-dark);
}
</style>
