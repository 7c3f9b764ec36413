<script setup lang="ts">
/** What a visitor's press would open: here, or on one's own phone by a QR code. */
import { computed, ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useMasking } from '../composables/useMasking'
import QrCode from '../parts/QrCode.vue'
import { words } from '../words/app'

const props = defineProps<{ channel: Schemas['ChannelOut']; address: string }>()
const emit = defineEmits<{ close: [] }>()
const masking = useMasking()
const found = ref<Schemas['TryOut'] | null>(null)
/** In the demo, links lead to this computer; a phone can't follow them there. */
const isHereOnly = computed(() => /^http:\/\/(localhost|127\.0\.0\.1)[:/]/.test(found.value?.link ?? ''))
watch(
  () => [props.channel.key, props.channel.address],
  async () => {
    found.value = await want(
      api.POST('/api/channels/{key}/try', {
        params: { path: { key: props.channel.key } },
        body: { channel: props.channel.key, address: props.address, note: '' },
      }),
    )
  },
  { immediate: true },
)
</script>

<template>
  <section class="try" :aria-label="words.tryIt.title(channel.app_name)" @keydown.esc.stop="emit('close')">
    <header>
      <b>{{ words.tryIt.title(channel.app_name) }}</b><button type="button" @click="emit('close')">
        {{ words.close }}
      </button>
    </header>
    <div v-if="found" class="body">
      <QrCode v-if="found.qr" :svg="found.qr" :label="words.tryIt.phone" />
      <div>
        <v-btn v-if="found.link" :href="found.link" target="_blank" color="primary" size="small">{{
          words.tryIt.here
        }}</v-btn>
        <p class="small muted">{{ words.tryIt.phone }}</p>
        <p v-if="isHereOnly" class="small here">{{ words.tryIt.loopback }}</p>
        <p class="small lands">{{ words.tryIt.lands }}</p>
        <blockquote dir="auto">{{ masking.within(found.text) || words.tryIt.empty }}</blockquote>
        <p v-if="found.copied" class="small muted">{{ words.tryIt.copied }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.try {
  margin: 12px 0;
  padding: 12px 14px 14px;
  background: var(--paper);
  border-radius: var(--arch-card);
}
header {
  display: flex;
  justify-content: space-between;
  margin-bottom: 8px;
}
header button {
  color: var(--mulberry);
  font-weight: 600;
  font-size: 13.5px;
}
.body {
  display: flex;
  gap: 16px;
}
.body p {
  margin-top: 6px;
}
.lands {
  font-weight: 600;
}
.here {
  color: var(--brass-dark);
}
blockquote {
  margin: 4px 0 0;
  padding: 8px 12px;
  background: var(--card);
  border-radius: var(--arch-32);
  font-size: 13.5px;
  line-height: 19px;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
@media (max-width: 700px) {
  .body {
    flex-wrap: wrap;
  }
}
</style>
