<script setup lang="ts">
/** The door hangs: the one line for the website, and the way to one's own phone and to the desk. */
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, want, type Schemas } from '../api/client'
import EmbedLine from '../parts/EmbedLine.vue'
import QrCode from '../parts/QrCode.vue'
import { words } from '../words/app'

const props = defineProps<{ opened: Schemas['OpenedOut'] }>()
const router = useRouter()
const desk = shallowRef<Schemas['DeskOut'] | null>(null)
const head = ref<HTMLElement>()
const shown = shallowRef<Schemas['ShowingOut'] | null>(null)
/** The web address that was let in, as it is shown. */
const host = computed(() => desk.value?.hosts.find((each) => each.state === 'allowed')?.shown ?? '')
onMounted(async () => {
  desk.value = await want(api.GET('/api/sites/{key}', { params: { path: { key: props.opened.site } } }))
  await nextTick()
  // What hung it is gone: one goes on here.
  head.value?.focus()
  if (!props.opened.is_live) return
  const path = { key: desk.value.doors[0]?.key ?? '' }
  const made = await want(
    api.POST('/api/doors/{key}/showings', { params: { path }, body: { of: 'live', days: 30 } }),
  )
  shown.value = made[0] ?? null
})
const toDesk = (): void => {
  if (desk.value) void router.push({ name: 'desk', params: { site: desk.value.site } })
}
</script>

<template>
  <section v-if="desk" class="line" aria-live="polite">
    <div class="inner">
      <h2 ref="head" tabindex="-1">{{ words.first.lineTitle }}</h2>
      <EmbedLine :line="desk.line" :site="desk.site" />
      <div class="under">
        <p class="small muted">
          {{
            !opened.is_live ? words.first.example : host ? words.first.lineHelpOn(host) : words.first.lineHelp
          }}
        </p>
        <button type="button" class="press" @click="toDesk">{{ words.first.desk }}</button>
      </div>
      <div v-if="shown" class="phone">
        <QrCode :svg="shown.qr" :label="words.first.show" />
        <div>
          <h3>{{ words.first.show }}</h3>
          <p class="small muted">{{ words.first.showHelp }}</p>
          <p v-if="shown.is_here_only" class="small loop">{{ words.first.loopback }}</p>
          <a class="press" :href="shown.link" target="_blank">{{ words.first.openPage }}</a>
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: 18px;
  line-height: 24px;
  margin-bottom: 12px;
}
h3 {
  font-size: 15.5px;
  line-height: 21px;
  margin-bottom: 4px;
}
.line {
  background: var(--card);
  border-top: 1px solid var(--hairline);
}
.inner {
  max-width: 1136px;
  margin: 0 auto;
  padding: 24px 24px 44px;
}
.under {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-top: 10px;
  gap: 24px;
}
.press {
  border-bottom: 2px solid var(--brass);
  font-weight: 600;
  color: var(--mulberry);
  text-decoration: none;
  font-size: 14px;
}
.press:hover {
  background: var(--brass-tint);
}
.phone {
  display: flex;
  gap: 24px;
  align-items: center;
  margin-top: 32px;
  max-width: 640px;
}
.loop {
  margin: 6px 0;
  color: var(--brass-dark);
}
.phone .press {
  display: inline-block;
  margin-top: 8px;
}
@media (max-width: 1000px) {
  .phone {
    align-items: start;
  }
}
</style>
