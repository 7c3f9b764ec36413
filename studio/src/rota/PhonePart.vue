<script setup lang="ts">
/** Somebody's own page on their phone: its private address and code, renewable. */
import { ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import CopyLine from '../parts/CopyLine.vue'
import QrCode from '../parts/QrCode.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ person: string }>()
const page = ref<Schemas['PhonePageOut'] | null>(null)
watch(
  () => props.person,
  () => {
    page.value = null
  },
)
async function load(renew: boolean): Promise<void> {
  page.value = await want(
    api.POST('/api/rota/people/{key}/phone-page', {
      params: { path: { key: props.person }, query: { renew } },
    }),
  )
}
</script>

<template>
  <div class="phone">
    <p class="small">
      <button v-if="!page" type="button" class="act" @click="load(false)">{{ say.phone }}</button><span
        v-if="!page"
        class="muted help"
        >{{ say.phoneHelp }}</span
      >
    </p>
    <template v-if="page"
      ><div class="code">
        <QrCode :svg="page.qr" :label="say.phone" />
        <p class="small">
          {{ say.phoneLead }} <span v-if="page.is_here_only" class="here">{{ say.hereOnly }}</span>{{ ' ' }}
          <button type="button" class="act" @click="load(true)">{{ say.renew }}</button>
        </p>
      </div>
      <CopyLine :label="say.phone" :line="page.link" :press="say.copy"
    /></template>
  </div>
</template>

<style scoped>
.phone {
  border-top: 1px solid var(--hairline);
  padding-top: 12px;
  display: grid;
  gap: 10px;
}
.code {
  display: flex;
  gap: 14px;
  align-items: center;
}
.help {
  margin-inline-start: 8px;
}
.here {
  color: var(--brass-dark);
}
</style>
