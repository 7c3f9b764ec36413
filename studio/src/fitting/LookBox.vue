<script setup lang="ts">
/** Any page, looked at as it is served just now: what stands there of the line, and what a visitor gets. */
import { ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useCopy } from '../composables/useCopy'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ site: string; door: string }>()
const typed = defineModel<string>('typed', { required: true })
const wrong = ref('')
const isLooking = ref(false)
const seen = ref<Schemas['LookOut'] | null>(null)
const verdict = ref<Schemas['StageOut'] | null>(null)
const { copy } = useCopy()
watch(typed, () => {
  wrong.value = ''
})
const path = () => ({ params: { path: { key: props.site } } })

/** What visitors have on a page whose host is allowed; on others nothing is to be asked. */
async function ask(address: string): Promise<void> {
  const body = {
    door: props.door,
    of: 'live',
    visit: { address, device: 'computer', page: 1, pretend: '', returning: false },
  } as Schemas['StageIn']
  verdict.value = await want(api.POST('/api/sites/{key}/stage', { ...path(), body }))
}
async function check(): Promise<void> {
  wrong.value = ''
  seen.value = verdict.value = null
  isLooking.value = true
  try {
    seen.value = await want(
      api.POST('/api/sites/{key}/fitting/look', { ...path(), body: { typed: typed.value } }),
    )
    if (seen.value.is_ours && props.door) await ask(seen.value.address)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  } finally {
    isLooking.value = false
  }
}
defineExpose({ check })
</script>

<template>
  <section class="look" :aria-label="say.check">
    <form novalidate @submit.prevent="check">
      <h2>{{ say.check }}</h2>
      <TextBox
        v-model="typed"
        :label="say.check"
        :placeholder="say.checkHint"
        hide-label
        dir="ltr"
        :wrong="wrong"
        :maxlength="2000"
      />
      <v-btn type="submit" color="primary" :loading="isLooking">{{ say.checkGo }}</v-btn>
    </form>
    <p v-if="!seen && !isLooking" class="small muted">{{ say.checkHelp }}</p>
    <div role="status">
      <p v-if="isLooking" class="small muted">{{ say.checking }}</p>
      <template v-if="seen">
        <p class="line">
          <DoorGlyph :state="seen.state" :size="20" /><span
            ><b>{{ seen.says }}</b> {{ seen.how }}</span
          >
        </p>
        <p v-for="add in seen.add" :key="add" class="add">
          <code dir="ltr">{{ add }}</code><button
            type="button"
            class="act"
            :aria-label="`${say.copy}: ${add}`"
            @click="copy(add)"
          >
            {{ say.copy }}
          </button>
        </p>
        <p v-for="note in seen.notes" :key="note" class="line small">
          <DoorGlyph state="ajar" :size="16" /><span>{{ note }}</span>
        </p>
        <p v-if="!seen.is_ours" class="line">
          <DoorGlyph state="barred" :size="20" /><span
            ><b>{{ say.notListedHere(seen.host) }}</b></span
          >
        </p>
      </template>
      <p v-if="verdict && seen" class="line">
        <DoorGlyph :state="verdict.state" :size="20" /><span
          ><small class="muted">{{ seen.code === 'found' ? say.verdict : say.verdictThen }}</small
          >{{ ' ' }}<b>{{ verdict.title }}</b> {{ verdict.more }}{{ ' ' }}
          <router-link
            class="act"
            :to="{
              name: 'desk',
              params: { site, doorKey: door },
              query: { page: seen.address, why: '1', of: 'live' },
            }"
            >{{ say.why }}</router-link
          ></span
        >
      </p>
    </div>
  </section>
</template>

<style scoped>
.look {
  display: grid;
  gap: 10px;
  padding: 18px 20px;
  background: var(--sand);
  border-radius: 22px 22px 12px 12px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: start;
}
form > :nth-child(2) {
  flex: 1 1 240px;
}
form .v-btn {
  height: 44px;
}
h2 {
  font-size: 15.5px;
  line-height: 44px;
}
div[role] {
  display: grid;
  gap: 8px;
}
div[role]:empty {
  display: none;
}
.line {
  display: flex;
  gap: 12px;
  align-items: start;
}
.line span {
  min-width: 0;
  overflow-wrap: anywhere;
}
.line svg {
  flex: none;
}
b {
  font-weight: 600;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
  padding-inline-start: 32px;
}
code {
  padding: 6px 12px;
  background: var(--dark);
  color: var(--card);
  border-radius: var(--arch-32);
  font-size: 13px;
  overflow-wrap: anywhere;
}
</style>
