<script setup lang="ts">
/** What visitors ask again and again: answer it, say that it stands on the page, or isn't worth it. */
import { onMounted, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useToast } from '../composables/useToast'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { answerWords } from '../words/answers'

type Asked = Schemas['AskedGroupOut']
const say = answerWords.asked
const props = defineProps<{ site: string; moved: unknown }>()
const emit = defineEmits<{ answer: [piece: string] }>()
const found = ref<Asked[]>([])
const busy = ref(0)
const toast = useToast()
async function load(): Promise<void> {
  const params = { path: { key: props.site } }
  try {
    found.value = await want(api.GET('/api/sites/{key}/asked-again', { params }))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
onMounted(load)
watch(() => [props.site, props.moved], load)
async function tried(group: Asked, act: () => Promise<void>): Promise<void> {
  busy.value = group.number
  try {
    await act()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  } finally {
    busy.value = 0
  }
}
const answer = (group: Asked): Promise<void> =>
  tried(group, async () => {
    const params = { path: { number: group.number } }
    const begun = await want(api.POST('/api/asked-again/{number}/answer', { params }))
    emit('answer', begun.piece)
    await load()
  })
const put = (group: Asked, state: Asked['state'], then = ''): Promise<void> =>
  tried(group, async () => {
    const params = { path: { number: group.number } }
    found.value = await want(api.PUT('/api/asked-again/{number}', { params, body: { state } }))
    if (then) toast.say(then, () => put(group, 'open'))
  })
</script>

<template>
  <section v-if="found.length" class="again" :aria-label="say.title">
    <p class="head">{{ say.title }}</p>
    <ul>
      <li v-for="group in found" :key="group.number">
        <DoorGlyph :state="group.state === 'open' ? 'shut' : 'open'" :size="18" />
        <div>
          <b
            ><bdi :lang="group.language">“{{ group.wording }}”</bdi></b
          >
          <p class="small muted">{{ group.since || group.says }}</p>
          <p class="small muted">{{ group.more }}</p>
          <p class="acts">
            <template v-if="group.state === 'open'">
              <button
                type="button"
                class="act"
                :disabled="busy === group.number"
                :aria-label="say.answerLong(group.wording)"
                @click="answer(group)"
              >
                {{ say.answer }}
              </button>
              <button type="button" class="act" @click="put(group, 'on_page', say.onPageDone)">
                {{ say.onPage }}
              </button>
              <button type="button" class="act" @click="put(group, 'not_worth', say.notWorthDone)">
                {{ say.notWorth }}
              </button>
            </template>
            <template v-else>
              <button v-if="group.piece" type="button" class="act" @click="emit('answer', group.piece)">
                {{ say.see }}
              </button>
              <button type="button" class="act" @click="put(group, 'open')">{{ say.open }}</button>
            </template>
          </p>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.again {
  margin-top: 28px;
}
.head {
  padding: 0 14px 8px;
  font-weight: 500;
  font-size: 13px;
  color: var(--muted);
  border-bottom: 1px solid var(--hairline);
}
ul {
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr);
  gap: 10px;
  padding: 14px;
  border-bottom: 1px solid var(--hairline);
}
b {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-top: 4px;
}
.act {
  min-height: 32px;
}
@media (max-width: 800px) {
  .act {
    min-height: 44px;
  }
}
</style>
