<script setup lang="ts">
/** After the press: what lands in the visitor's app before sending, and what the business gets. */
import { computed, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { Knocked } from '../composables/useStage'
import { deskWords } from '../words/desk'

const props = defineProps<{
  knocked: Knocked
  channels: Schemas['ChannelOut'][]
  address: string
  device: string
}>()
const emit = defineEmits<{ back: [] }>()
const say = deskWords.far
const found = ref<Schemas['TryOut'] | null>(null)
const channel = computed(() => props.channels.find((item) => item.key === props.knocked.channel) ?? null)
watch(
  () => props.knocked,
  async ({ channel: key, note, person }) => {
    found.value = null
    try {
      if (channel.value)
        found.value = await want(
          api.POST('/api/channels/{key}/try', {
            params: { path: { key } },
            body: { channel: key, note, address: props.address, person },
          }),
        )
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  },
  { immediate: true },
)
const path = computed(() => props.address.replace(/^https?:\/\/[^/]+/, '') || 'your page')
</script>

<template>
  <div class="far">
    <header>
      <h2>{{ say.title }}</h2>
      <button type="button" class="act" @click="emit('back')">{{ say.back }}</button>
    </header>
    <div v-if="channel && found" class="sides">
      <section>
        <h3>{{ say.lands(channel.app_name) }}</h3>
        <p v-if="channel.app === 'phone'" class="small muted">{{ say.call }}</p>
        <blockquote v-else dir="auto">{{ found.text || say.empty }}</blockquote>
        <p v-if="found.copied" class="small muted">{{ say.copied(channel.app_name) }}</p>
        <p v-if="device === 'computer' && channel.asks_on_computers" class="small muted">
          {{ deskWords.apps.asksOnComputers(channel.app_name) }}
        </p>
        <v-btn v-if="found.link" :href="found.link" target="_blank" size="small" variant="outlined">{{
          say.open
        }}</v-btn>
      </section>
      <section>
        <h3>{{ say.you }}</h3>
        <p>{{ say.counted(channel.app_name, device, path) }}</p>
        <p class="small muted">{{ say.noName }}</p>
      </section>
    </div>
    <p v-else-if="!knocked.channel">{{ say.left }}</p>
  </div>
</template>

<style scoped>
.far {
  position: absolute;
  inset: 0;
  overflow-y: auto;
  background: var(--card);
  padding: 18px 22px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin-bottom: 14px;
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
h3 {
  font: 600 13px/18px var(--text);
  color: var(--muted);
}
.sides {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 28px;
}
section {
  display: grid;
  gap: 10px;
  align-content: start;
  justify-items: start;
}
blockquote {
  padding: 14px 18px;
  background: var(--wine-tint);
  border-radius: 22px 22px 10px 10px;
  white-space: pre-line;
  overflow-wrap: anywhere;
  font-size: 15px;
  line-height: 22px;
}
@media (max-width: 700px) {
  .far {
    position: static;
  }
  .sides {
    grid-template-columns: 1fr;
  }
}
</style>
