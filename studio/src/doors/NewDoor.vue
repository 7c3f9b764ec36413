<script setup lang="ts">
/** One more door: from nothing, as a copy, or from one of the starts. */
import { onMounted, ref, shallowRef } from 'vue'
import { api, want, type Schemas } from '../api/client'
import StartCard from '../desk/StartCard.vue'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{ doors: Schemas['DoorOut'][]; site: string; address: string; busy: boolean }>()
const emit = defineEmits<{ add: [{ name?: string; start?: string; copy_of?: string }] }>()
const say = deskWords.doors
/** So many doors stand as chips; more are looked for by typing. */
const FEW = 4
const name = ref('')
const starts = shallowRef<Schemas['StartOut'][]>([])
function copy(key: string): void {
  const door = props.doors.find((each) => each.key === key)
  if (door) emit('add', { name: name.value || door.name, copy_of: key })
}
onMounted(async () => {
  starts.value = await want(api.GET('/api/starts'))
})
</script>

<template>
  <section class="new" :aria-label="say.add">
    <div class="first">
      <form novalidate @submit.prevent="emit('add', { name })">
        <TextBox v-model="name" :label="say.name" :maxlength="80" autofocus /><v-btn
          type="submit"
          color="primary"
          :loading="busy"
          >{{ say.go }}</v-btn
        >
      </form>
      <div v-if="doors.length" class="row">
        <ChoiceBox
          v-if="doors.length > FEW"
          model-value=""
          class="copies"
          :label="say.fromCopy"
          :choices="doors.map((door) => ({ value: door.key, label: door.name }))"
          @update:model-value="copy"
        />
        <span v-else class="small muted">{{ say.fromCopy }}</span><button
          v-for="door in doors.length > FEW ? [] : doors"
          :key="door.key"
          type="button"
          class="chip"
          @click="copy(door.key)"
        >
          {{ door.name }}
        </button>
      </div>
    </div>
    <h2 class="part">{{ say.starts }}</h2>
    <ul class="starts">
      <li v-for="start in starts" :key="start.key">
        <StartCard
          :start="start"
          :site="site"
          :address="address"
          @take="emit('add', { name, start: start.key })"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.new {
  background: var(--card);
  border-radius: 20px 20px 10px 10px;
  box-shadow: var(--raised);
  padding: 20px 22px;
  display: grid;
  gap: 16px;
}
.first {
  display: grid;
  gap: 12px;
}
form {
  display: flex;
  gap: 12px;
  align-items: end;
  max-width: 620px;
}
form > :not(.v-btn) {
  flex: 1;
}
form .v-btn {
  height: 44px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.copies {
  flex: 1 1 260px;
  max-width: 460px;
}
.starts {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 14px;
}
@media (max-width: 800px) {
  .starts {
    grid-template-columns: 1fr;
  }
  form {
    flex-direction: column;
    align-items: stretch;
  }
}
</style>
