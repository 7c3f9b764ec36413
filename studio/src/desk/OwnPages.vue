<script setup lang="ts">
/** Pages of one thing within a door: none named takes the door's. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { textOf, whereSentence } from '../logic/sentences'
import PageRules from './PageRules.vue'

const rules = defineModel<Schemas['PageRule'][]>({ required: true })
const props = defineProps<{
  state: DeskState
  title: string
  help?: string
  none?: string
  onlyShow?: boolean
}>()
const open = ref(false)
const desk = computed(() => props.state.desk.value)
const seen = computed(() =>
  [...new Set(desk.value?.pages.map((page) => page.address.replace(/^https?:\/\/[^/]+/, '')) ?? [])].filter(
    (path) => path !== '/',
  ),
)
</script>

<template>
  <div v-if="desk" class="own">
    <p class="head">
      <b class="part">{{ title }}</b>{{ ' ' }}
      <button type="button" class="act" :aria-expanded="open" @click="open = !open">
        {{ rules.length ? textOf(whereSentence(rules, [])) : (none ?? 'on every page of the door') }}
      </button>
    </p>
    <p v-if="help && !open" class="small muted">{{ help }}</p>
    <div v-if="open" class="soft">
      <PageRules
        v-model="rules"
        :site="desk.site"
        :seen="seen"
        :hosts="[]"
        :only-show="onlyShow"
        prefers="show"
      />
    </div>
  </div>
</template>

<style scoped>
.own {
  display: grid;
  gap: 6px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
}
</style>
