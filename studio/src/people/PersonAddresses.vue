<script setup lang="ts">
/** The addresses of one person: added by pasting, taken off with a word where something would be lost. */
import { ref, watch } from 'vue'
import { api, type Schemas } from '../api/client'
import { useMasking } from '../composables/useMasking'
import { useReading } from '../composables/useReading'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import { peopleWords as say } from '../words/people'

type Asked = Promise<{ data?: Schemas['PeopleOut']; error?: unknown; response: Response }>
const props = defineProps<{
  person: Schemas['AssistantOut']
  wrong: string
  /** Do it, and show everybody as they stand then; whether it was taken. */
  act: (asked: Asked) => Promise<boolean>
}>()
const emit = defineEmits<{ typed: [] }>()
const masking = useMasking()
const typed = ref('')
const dropping = ref('')
const { reading, take, added } = useReading({ typed })
watch(
  () => props.person.key,
  () => {
    dropping.value = ''
  },
)
async function addAddress(app?: string): Promise<void> {
  emit('typed')
  const taken = await props.act(
    api.POST('/api/people/{key}/addresses', {
      params: { path: { key: props.person.key } },
      body: { typed: typed.value, app: app ?? null },
    }),
  )
  if (taken) added()
}
/** The door gets the app, without an address of its own: there visitors reach them. */
const addWay = (app: string, door: string): Promise<boolean> =>
  props.act(
    api.POST('/api/people/{key}/addresses/{app}/way', {
      params: { path: { key: props.person.key, app } },
      body: { door },
    }),
  )
/** At once, or after a word where something would be lost. */
function drop(theirAddress: Schemas['TheirAddressOut']): void {
  if (theirAddress.loses.length && dropping.value !== theirAddress.app) {
    dropping.value = theirAddress.app
    return
  }
  dropping.value = ''
  void props.act(
    api.DELETE('/api/people/{key}/addresses/{app}', {
      params: { path: { key: props.person.key, app: theirAddress.app } },
    }),
  )
}
</script>

<template>
  <div>
    <b class="part">{{ say.addresses }}</b>
    <ul v-if="person.addresses.length">
      <li v-for="address in person.addresses" :key="address.app">
        <span>{{ address.app_name }}</span><span
          ><span dir="ltr"
            >{{ masking.shown(address.shown, `${person.key} ${address.app}`)
            }}<button
              v-if="masking.shown(address.shown, `${person.key} ${address.app}`) !== address.shown"
              type="button"
              class="act show"
              @click="masking.reveal(`${person.key} ${address.app}`)"
            >
              {{ deskWords.reachMask.reveal }}
            </button></span
          ><small class="muted">{{
            address.used.length ? say.usedAt(deskWords.list(address.used)) : say.unused
          }}</small
          ><small v-for="door in address.lacking" :key="door.key"
            ><button type="button" class="act" @click="addWay(address.app, door.key)">
              {{ say.addWay(address.app_name, door.name) }}
            </button></small
          ><small v-if="dropping === address.app" class="amiss" role="alert"
            >{{ address.loses.join(' ') }}
            <button type="button" class="act" @click="drop(address)">{{ say.dropSure }}</button></small
          ></span
        ><button type="button" class="quiet" :aria-label="say.drop(address.app_name)" @click="drop(address)">
          ×
        </button>
      </li>
    </ul>
    <p v-else class="small muted">{{ say.noAddress }}</p>
    <form novalidate @submit.prevent="addAddress()">
      <TextBox
        v-model="typed"
        hide-label
        :label="say.addressHint"
        :placeholder="say.addressHint"
        dir="ltr"
        :wrong="wrong"
        @update:model-value="emit('typed')"
      /><ReadingLine
        v-if="reading && typed"
        :reading="reading"
        :only-choices="!!wrong"
        @take="(emit('typed'), take($event))"
      />
      <div v-if="reading?.ok && reading.fits.length && typed" class="fits">
        <button
          v-for="app in reading.fits"
          :key="app.key"
          type="button"
          class="chip"
          @click="addAddress(app.key)"
        >
          {{ app.name }}
        </button>
      </div>
    </form>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0;
}
li {
  display: grid;
  grid-template-columns: 120px 1fr 32px;
  gap: 12px;
  align-items: center;
  min-height: 38px;
  border-bottom: 1px solid var(--hairline);
}
li > span:nth-child(2) {
  display: grid;
  padding: 5px 0;
}
li small .act {
  min-height: 26px;
}
li small {
  font-size: 13px;
  line-height: 18px;
}
.show {
  margin-left: 10px;
}
.amiss {
  color: var(--clay-dark);
}
form {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
.fits {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
