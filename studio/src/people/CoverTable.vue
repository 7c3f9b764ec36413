<script setup lang="ts">
/** Pages and people: who answers where, the pages nobody covers first. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { peopleWords as say } from '../words/people'

const props = defineProps<{ all: Schemas['PeopleOut'] }>()
const MOST = 10
const whole = ref(false)
const pages = computed(() => (whole.value ? props.all.pages : props.all.pages.slice(0, MOST)))
</script>

<template>
  <section class="cover">
    <h2>{{ say.cover }}</h2>
    <div v-if="all.pages.length" class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span class="sr">{{ say.page }}</span>
            </th>
            <th v-for="person in all.people" :key="person.key" scope="col">
              <span class="mark" :title="person.name" aria-hidden="true">{{ person.initials }}</span><span
                class="sr"
                >{{ person.name }}</span
              >
            </th>
            <th scope="col" class="last">{{ say.lately }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="page in pages" :key="page.host + page.path" :class="{ bare: page.is_gap }">
            <th scope="row">
              <DoorGlyph v-if="page.is_gap" state="barred" :size="15" /><span dir="ltr"
                ><i v-if="page.host">{{ page.host }}</i
                >{{ page.path }}</span
              ><small
                >{{ page.doors.length ? page.doors.join(', ') : say.noDoor
                }}<template v-if="page.is_gap">: {{ say.nobody }}</template
                ><template v-else-if="page.is_anybody">: {{ say.anybody }}</template></small
              >
            </th>
            <td v-for="person in all.people" :key="person.key">
              <i v-if="page.people.includes(person.key)" class="yes" /><span class="sr">{{
                page.people.includes(person.key) ? say.answers : say.answersNot
              }}</span>
            </td>
            <td class="last">{{ page.knocks ? say.knocks(page.knocks) : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else class="small muted">{{ say.noPages }}</p>
    <p v-if="all.pages.length > pages.length">
      <button type="button" class="act" @click="whole = true">{{ say.allPages(all.pages.length) }}</button>
    </p>
  </section>
</template>

<style scoped>
.cover {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
tr {
  border-top: 1px solid var(--hairline);
}
thead tr {
  border: 0;
}
th,
td {
  padding: 7px 4px;
  font-size: 14px;
  line-height: 20px;
  font-weight: 400;
  text-align: center;
}
th:first-child {
  text-align: start;
  overflow-wrap: anywhere;
}
th,
td {
  vertical-align: middle;
}
tbody th > * {
  margin-inline-end: 8px;
  vertical-align: middle;
}
th small {
  font-size: 13px;
  color: var(--muted);
}
th i {
  font-style: normal;
  color: var(--muted);
}
.mark {
  display: inline-block;
  width: 30px;
  height: 32px;
  border-radius: 15px 15px 7px 7px;
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 12px/32px var(--text);
}
.yes {
  display: inline-block;
  width: 15px;
  height: 17px;
  border-radius: 8px 8px 3px 3px;
  background: var(--moss);
}
.last {
  text-align: end;
  white-space: nowrap;
  font-size: 13px;
  color: var(--muted);
}
.bare th,
.bare small {
  color: var(--clay-dark);
  font-weight: 600;
}
</style>
