<script setup lang="ts">
/** One word of a sentence that was found, typed or chosen anew; the server says how it reads. */
import { computed, nextTick, onMounted, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import type { Row } from '../logic/website'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import SearchPick from '../parts/SearchPick.vue'
import TextBox from '../parts/TextBox.vue'
import { websiteWords as say } from '../words/website'

const props = defineProps<{ row: Row; field: string; place: Schemas['PlaceIn'] }>()
const emit = defineEmits<{ changed: [Row]; close: [] }>()
const form = useForm()
const value = computed(() => props.row.value as Record<string, unknown>)
const list = (name: string): string[] => (value.value[name] as string[] | undefined) ?? []
const typed = ref(props.row.typed?.[props.field] ?? '')
const picked = ref<string[]>(['apps', 'languages'].includes(props.field) ? [...list(props.field)] : [])
const corner = ref<'left' | 'right'>(typed.value === 'left' ? 'left' : 'right')
const label = computed(() => say.field[props.field] ?? '')
const apps = ref<{ value: string; label: string }[]>([])
const names = new Intl.DisplayNames(['en'], { type: 'language' })
const TONGUES =
  'ar bg ca cs cy da de el en es et eu fi fr ga gl he hi hr hu is it ja ko lt lv mt nb nl pl pt ro ru ' +
  'sk sl sr sv tr uk zh'
const languages = TONGUES.split(' ').map((tag) => ({ value: tag, label: names.of(tag) ?? tag }))
const zones = computed(() =>
  (Intl.supportedValuesOf?.('timeZone') ?? []).map((zone) => ({
    value: zone,
    label: zone.replaceAll('_', ' ').replace('/', ', '),
  })),
)

const root = ref<HTMLFormElement>()
/** In sight, whole, above the bar that stands at the foot of the window. */
async function inSight(): Promise<void> {
  await nextTick()
  root.value?.scrollIntoView({ block: 'nearest' })
}
onMounted(async () => {
  await inSight()
  if (props.field === 'corner') root.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
  if (props.field !== 'apps') return
  const address = typeof value.value.address === 'string' ? value.value.address : ''
  const body = {
    typed: address,
    country: props.place.country,
    zone: props.place.zone,
  }
  const reading = await want(api.POST('/api/read', { body }))
  apps.value = reading.fits.map((app) => ({ value: app.key, label: app.name }))
  await inSight()
  root.value?.querySelector('button')?.focus()
})

async function take(text = typed.value): Promise<void> {
  const row = await form.send(() =>
    want(
      api.POST('/api/website/row', {
        body: {
          kind: props.row.kind,
          key: props.row.key,
          value: value.value,
          field: props.field,
          typed: text,
          place: props.place,
        },
      }),
    ),
  )
  if (row) emit('changed', row)
  else await inSight()
}
const save = (): void => {
  if (props.field === 'corner') void take(corner.value)
  else if (picked.value.length || ['apps', 'languages'].includes(props.field))
    void take(picked.value.join(','))
  else void take()
}
</script>

<template>
  <form ref="root" class="found-editor" novalidate @submit.prevent="save" @keydown.esc.stop="emit('close')">
    <PickSome v-if="field === 'apps'" v-model="picked" :label="label" :options="apps" />
    <SearchPick
      v-else-if="field === 'languages'"
      v-model="picked"
      :label="label"
      :options="languages"
      :placeholder="say.languageSearch"
      autofocus
      :remove="say.remove"
    />
    <SearchPick
      v-else-if="field === 'zone'"
      v-model="picked"
      single
      :label="label"
      :options="zones"
      :placeholder="say.zoneSearch"
      autofocus
      :remove="say.remove"
      @picked="take"
    />
    <PickOne
      v-else-if="field === 'corner'"
      v-model="corner"
      :label="label"
      :options="[
        { value: 'left', label: say.corners.left },
        { value: 'right', label: say.corners.right },
      ]"
    />
    <TextBox
      v-else
      v-model="typed"
      :label="label"
      :help="field === 'week' ? say.weekHelp : ''"
      :wrong="form.at(field) || form.at('*')"
      :maxlength="2000"
      autofocus
      @update:model-value="form.typed(field)"
    />
    <p
      v-if="form.wrong.value && form.at(field) && ['apps', 'languages', 'zone'].includes(field)"
      role="alert"
      class="wrong"
    >
      {{ form.at(field) }}
    </p>
    <div class="acts">
      <v-btn v-if="field !== 'zone'" type="submit" color="primary" size="small" :loading="form.busy.value">{{
        say.save
      }}</v-btn>
      <button type="button" class="leave" @click="emit('close')">{{ say.cancel }}</button>
    </div>
  </form>
</template>

<style scoped>
.found-editor {
  display: grid;
  gap: 12px;
  margin: 10px 0 6px;
  scroll-margin: 12px 0 96px;
  padding: 14px 16px;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--raised);
}
.acts {
  display: flex;
  gap: 16px;
  align-items: center;
}
.leave {
  min-height: 32px;
  color: var(--mulberry);
  font-weight: 600;
  font-size: 14px;
}
.wrong {
  color: var(--clay-dark);
  font-size: 13.5px;
}
</style>
