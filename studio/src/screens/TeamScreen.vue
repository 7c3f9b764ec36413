<script setup lang="ts">
import { moveTo } from '../api/here'
import { useHears } from '../composables/useHears'
import { useTeam } from '../composables/useTeam'
import BusinessTabs from '../parts/BusinessTabs.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TickBox from '../parts/TickBox.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import HandOver from '../team/HandOver.vue'
import HearsTable from '../team/HearsTable.vue'
import InviteBox from '../team/InviteBox.vue'
import InvitedRow from '../team/InvitedRow.vue'
import MemberRow from '../team/MemberRow.vue'
import { wayWords } from '../words/way'
import { teamWords as say } from '../words/team'

const session = useSession()
const state = useTeam()
const hears = useHears()
const team = state.team
async function leave(): Promise<void> {
  if (await state.leave()) moveTo('/businesses')
}
async function put(member: Parameters<typeof state.put>[0], role: Parameters<typeof state.put>[1]) {
  if ((await state.put(member, role)) && member.is_me) await session.load()
}
</script>

<template>
  <div class="page">
    <TopBar help="team" here="business" />
    <ScreenWait v-if="!team" :failed="state.failed.value" @again="state.load" />
    <main v-else id="main">
      <BusinessTabs here="team" />
      <div class="two">
        <section class="in">
          <div class="lead">
            <h2>{{ say.who }}</h2>
            <p class="muted small">{{ say.whoLead }}</p>
          </div>
          <p v-if="state.form.at('*')" class="wrong" role="alert">{{ state.form.at('*') }}</p>
          <ul>
            <MemberRow
              v-for="member in team.members"
              :key="`${member.id}-${member.role}`"
              :member="member"
              :is-last-owner="team.is_last_owner"
              :busy="state.form.busy.value"
              @put="put(member, $event)"
              @out="state.takeOut(member)"
              @leave="leave"
            />
            <InvitedRow
              v-for="invited in team.invited"
              :key="`i${invited.id}`"
              :invited="invited"
              :busy="state.form.busy.value"
              @again="state.again(invited)"
              @back="state.back(invited)"
            />
          </ul>
          <InviteBox :form="state.form" :send="state.invite" />
          <div class="after">
            <TickBox
              :model-value="team.demands_step"
              :label="wayWords.demand"
              :help="wayWords.demandHelp"
              :act="state.demand"
            />
            <TickBox
              :model-value="team.answers_see_all"
              :label="say.seeAll"
              :help="say.seeAllHelp"
              :act="state.seeAll"
            />
            <HandOver :form="state.handing" :send="state.handOver" />
          </div>
        </section>
        <HearsTable :state="hears" />
      </div>
    </main>
  </div>
</template>

<style scoped src="./TeamScreen.css"></style>
