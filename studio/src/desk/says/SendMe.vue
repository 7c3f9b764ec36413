<script setup lang="ts">
/** What visitors would send from the page on the stage, on one's own phone: one press. */
import { computed, ref } from 'vue'
import type { DeskState } from '../../composables/useDesk'
import { saysWords as say } from '../../words/says'
import TryPanel from '../TryPanel.vue'

const props = defineProps<{ state: DeskState; address: string }>()
const isOpen = ref(false)
const ways = computed(
  () => props.state.door.value?.channels.filter((way) => way.on && way.address && way.carries_text) ?? [],
)
const chosen = ref('')
const way = computed(() => ways.value.find(({ key }) => key === chosen.value) ?? ways.value[0])
</script>

<template>
  <div v-if="way">
    <p class="row">
      <button type="button" class="act" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        {{ say.sendMe }}
      </button>
      <template v-if="isOpen && ways.length > 1">
        <button
          v-for="item in ways"
          :key="item.key"
          type="button"
          class="chip"
          :class="{ on: item.key === way.key }"
          :aria-pressed="item.key === way.key"
          @click="chosen = item.key"
        >
          {{ item.app_name }}
        </button>
      </template>
    </p>
    <!-- Made anew when the words are saved, so that it shows what is written now. -->
    <TryPanel
      v-if="isOpen"
      :key="way.key + address + state.door.value?.version"
      :channel="way"
      :address="address"
      @close="isOpen = false"
    />
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
