<script setup lang="ts">
/**
 * The people who answer, each opened in place; many at once; pages and who covers them, the uncovered
 * first.
 */
import { computed, onMounted, onScopeDispose, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { fileAt } from '../api/here'
import { useLoad } from '../composables/useLoad'
import { useQuery } from '../composables/useQuery'
import { useToast } from '../composables/useToast'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import CoverTable from '../people/CoverTable.vue'
import MayDo from '../parts/MayDo.vue'
import SiteFoot from '../desk/SiteFoot.vue'
import ManyPart from '../people/ManyPart.vue'
import PersonCard from '../people/PersonCard.vue'
import { useSession } from '../stores/session'
import { useOutbox } from '../stores/outbox'
import { teamWords } from '../words/team'
import { peopleWords as say } from '../words/people'
import { useRoute } from 'vue-router'

const route = useRoute()
const change = useQuery()
const toast = useToast()
const session = useSession()
const all = shallowRef<Schemas['PeopleOut'] | null>(null)
const adding = ref(false)
const many = ref(false)
const name = ref('')
const role = ref('')
const wrong = ref('')
const open = computed(() => (typeof route.query.who === 'string' ? route.query.who : ''))
const { failed, load } = useLoad(all, () => want(api.GET('/api/people')))
onMounted(load)
onScopeDispose(
  useOutbox().hear((target, answer) => {
    if (target.of === 'person') all.value = answer as Schemas['PeopleOut']
  }),
)
async function add(): Promise<void> {
  try {
    all.value = await want(api.POST('/api/people', { body: { name: name.value, role: role.value } }))
    const last = all.value.people.at(-1)
    const joined = last?.doors.find((door) => door.on)
    if (last && joined) toast.say(say.joined(last.name, joined.name))
    change({ who: last?.key }, 'replace')
    name.value = role.value = wrong.value = ''
    adding.value = false
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
const turn = (key: string): void => change({ who: open.value === key ? undefined : key }, 'replace')
const thumb = (picture: string): string => (picture.startsWith('/k/p/') ? `${picture}/96` : picture)
</script>

<template>
  <div class="page">
    <TopBar help="people" here="people" />
    <main v-if="all" id="main" class="people">
      <header>
        <div>
          <h1>{{ say.title }}</h1>
          <p class="muted">{{ say.lead }}</p>
        </div>
        <span v-if="session.may('people')" class="acts"
          ><v-btn variant="outlined" @click="many = !many">{{ say.many }}</v-btn
          ><v-btn color="primary" @click="adding = !adding">{{ say.add }}</v-btn></span
        >
      </header>
      <MayDo power="people" :says="teamWords.mayNot.people" />
      <form v-if="adding" class="soft new" novalidate @submit.prevent="add">
        <TextBox
          v-model="name"
          :label="say.name"
          :placeholder="say.nameHint"
          :wrong="wrong"
          :maxlength="120"
          autofocus
          @update:model-value="wrong = ''"
        /><TextBox v-model="role" :label="say.role" :placeholder="say.roleHint" :maxlength="120" /><v-btn
          type="submit"
          color="primary"
          >{{ say.go }}</v-btn
        >
      </form>
      <ManyPart
        v-if="many"
        @put="
          (next) => {
            all = next
            many = false
          }
        "
      />
      <ol v-if="all.people.length">
        <li v-for="item in all.people" :key="item.key">
          <button type="button" class="line" :aria-expanded="open === item.key" @click="turn(item.key)">
            <img v-if="item.picture" :src="thumb(item.picture)" alt="" /><span
              v-else
              class="mark"
              aria-hidden="true"
              >{{ item.initials }}</span
            ><span class="who"
              ><b :title="item.name">{{ item.name }}</b
              ><small>{{ [item.role[all.language], item.hours].filter(Boolean).join(', ') }}</small></span
            ><span class="small muted doors">{{
              item.doors
                .filter((door) => door.on)
                .map((door) => door.name)
                .join(', ') || say.atNoDoor
            }}</span
            ><span class="now" :class="{ in: item.is_in }"
              ><DoorGlyph :state="item.is_in ? 'open' : 'shut'" :size="15" />{{ item.now }}</span
            >
          </button>
          <MayDo v-if="open === item.key" power="people"
            ><PersonCard
              :person="item"
              :all="all"
              @put="all = $event"
              @removed="(gone) => toast.say(say.removed(gone))"
          /></MayDo>
        </li>
      </ol>
      <section v-else class="empty">
        <DoorGlyph state="shut" :size="52" />
        <div>
          <h2>{{ say.none }}</h2>
          <p class="muted">{{ say.noneHelp }}</p>
        </div>
      </section>
      <template v-if="all.people.length"
        ><p class="small">
          <a class="act" :href="fileAt('/api/people.vcf')" download>{{ say.out }}</a>
        </p>
        <CoverTable :all="all"
      /></template>
      <div class="feet">
        <SiteFoot
          v-for="site in all.sites"
          :key="site.key"
          :site="site.key"
          :name="all.sites.length > 1 ? site.name : ''"
          :moved="all"
        />
      </div>
    </main>
    <ScreenWait v-else :failed="failed" @again="load" />
  </div>
</template>

<style scoped src="./PeopleScreen.css"></style>
