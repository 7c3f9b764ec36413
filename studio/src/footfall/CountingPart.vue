<script setup lang="ts">
/** Whether visits are counted at all, and the keys with which other systems read the counts. */
import { onMounted, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useCopy } from '../composables/useCopy'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import { since } from '../logic/time'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { footfallWords as say } from '../words/footfall'

const props = defineProps<{ counting: boolean }>()
const counts = ref(props.counting)
const keys = ref<Schemas['OutKeyOut'][]>([])
const fresh = ref('')
const shown = ref<HTMLElement>()
const name = ref('')
const form = useForm()
const toast = useToast()
const { copied, copy } = useCopy()
onMounted(async () => {
  const found = await form.send(() => want(api.GET('/api/footfall/keys')))
  if (found) keys.value = found
})
async function count(on: boolean): Promise<void> {
  counts.value = on
  const done = await form.send(() => want(api.PUT('/api/footfall/counting', { body: { is_counting: on } })))
  if (done) toast.say(on ? say.keys.counts : say.keys.countsNot)
  else counts.value = !on
}
async function add(): Promise<void> {
  const made = await form.send(() => want(api.POST('/api/footfall/keys', { body: { name: name.value } })))
  if (!made) return
  keys.value = [...keys.value, made]
  fresh.value = made.text
  name.value = ''
}
async function remove(key: Schemas['OutKeyOut']): Promise<void> {
  const params = { path: { number: key.id } }
  if (!(await form.send(() => want(api.DELETE('/api/footfall/keys/{number}', { params }))))) return
  keys.value = keys.value.filter((each) => each.id !== key.id)
  fresh.value = ''
}
const used = (key: Schemas['OutKeyOut']): string =>
  key.used_at ? say.keys.used(since(new Date(key.used_at), new Date())) : say.keys.unused
</script>

<template>
  <section class="counting">
    <h2>{{ say.keys.counting }}</h2>
    <TickBox
      :model-value="counts"
      :label="say.keys.count"
      :help="say.keys.countHelp"
      @update:model-value="count"
    />
    <h2>{{ say.keys.title }}</h2>
    <p class="muted">{{ say.keys.lead }}</p>
    <ul v-if="keys.length">
      <li v-for="key in keys" :key="key.id">
        <b>{{ key.name }}</b><span class="muted small">{{ used(key) }}</span
        ><button type="button" class="act" :aria-label="say.keys.backLong(key.name)" @click="remove(key)">
          {{ say.keys.back }}
        </button>
      </li>
    </ul>
    <div v-if="fresh" class="fresh" role="status">
      <span>{{ say.keys.fresh }}</span>
      <code ref="shown" dir="ltr">{{ fresh }}</code>
      <v-btn size="small" variant="outlined" @click="copy(fresh, shown)">{{
        copied === 'yes' ? say.keys.copied : say.keys.copy
      }}</v-btn>
    </div>
    <form novalidate @submit.prevent="add">
      <TextBox v-model="name" :label="say.keys.name" :placeholder="say.keys.example" />
      <v-btn type="submit" variant="outlined" :loading="form.busy.value">{{ say.keys.make }}</v-btn>
    </form>
    <p v-if="form.at('*')" class="wrong" role="alert">{{ form.at('*') }}</p>
  </section>
</template>

<style scoped>
.counting {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  margin-top: 24px;
  padding: 30px 40px;
  background: var(--card);
  border-radius: 40px 40px 12px 12px;
  box-shadow: var(--raised);
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
h2:not(:first-child) {
  margin-top: 12px;
}
ul {
  list-style: none;
}
li {
  max-width: 640px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 4px 16px;
  align-items: center;
  min-height: 44px;
  border-top: 1px solid var(--hairline);
}
b {
  overflow-wrap: anywhere;
}
.act {
  min-height: 32px;
}
.fresh {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 12px 16px;
  background: var(--brass-tint);
  border-radius: var(--arch-40);
}
code {
  overflow-wrap: anywhere;
  font-weight: 600;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
form > :first-child {
  flex: 0 1 320px;
}
.wrong {
  color: var(--clay-dark);
}
@media (max-width: 700px) {
  .counting {
    padding: 24px 20px;
  }
}
</style>
