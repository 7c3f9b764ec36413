<script setup lang="ts">
/** Somebody who is in: what they may do is pressed to change it, each change said before it is made. */
import { computed, ref } from 'vue'
import type { Member } from '../composables/useTeam'
import { ago } from '../logic/time'
import PickOne from '../parts/PickOne.vue'
import { teamWords as say, type RoleName } from '../words/team'

const props = defineProps<{ member: Member; isLastOwner: boolean; busy: boolean }>()
const emit = defineEmits<{ put: [RoleName]; out: []; leave: [] }>()
const isOpen = ref(false)
const isLeaving = ref(false)
const now = computed(() => props.member.role as RoleName)
const chosen = ref<RoleName>(now.value)
const name = computed(() => props.member.name || props.member.email)
const options = (Object.keys(say.role) as RoleName[]).map((value) => ({
  value,
  label: say.role[value],
  help: say.means[value],
}))
const means = computed(() => {
  if (chosen.value === now.value) return ''
  const what = { owner: say.toOwner, maker: say.toMaker, answers: say.toAnswers }[chosen.value](name.value)
  return props.member.is_me ? `${say.lowerSelf} ${what}` : what
})
function toggle(): void {
  isOpen.value = !isOpen.value
  isLeaving.value = false
  chosen.value = now.value
}
const seen = computed(() =>
  props.member.is_me
    ? say.hereNow
    : props.member.seen_at
      ? ago(new Date(props.member.seen_at), new Date())
      : say.never,
)
</script>

<template>
  <li>
    <div class="row">
      <span class="initials" :class="{ me: member.is_me }" aria-hidden="true">{{ member.initials }}</span>
      <span class="who">
        <span
          ><b>{{ name }}</b
          >{{ ' ' }}<span v-if="member.is_me" class="muted">{{ say.you }}</span
          ><span v-else-if="member.held > 1" class="muted">{{ say.held(member.held) }}</span></span
        >
        <span v-if="member.name" class="muted small address" dir="ltr">{{ member.email }}</span>
      </span>
      <span class="what">
        <button
          type="button"
          class="press"
          :aria-expanded="isOpen"
          :aria-label="`${say.change(name)}: ${say.role[now]}`"
          @click="toggle"
        >
          {{ say.role[now] }}
        </button>
        <span class="muted small">{{ say.does[now] }}</span>
      </span>
      <span class="seen muted small">{{ seen }}</span>
    </div>
    <div v-if="isOpen" class="drawer">
      <p v-if="member.is_me && isLastOwner">{{ say.lastOwner }}</p>
      <template v-else>
        <PickOne v-model="chosen" :label="say.change(name)" :options="options" />
        <p v-if="means" role="status">{{ means }}</p>
        <div class="acts">
          <v-btn v-if="means" color="primary" size="small" :loading="busy" @click="emit('put', chosen)">{{
            say.makeIt
          }}</v-btn>
          <button type="button" class="press" :aria-expanded="isLeaving" @click="isLeaving = !isLeaving">
            {{ member.is_me ? say.leave : say.takeOut }}
          </button>
        </div>
        <div v-if="isLeaving" class="out">
          <p>{{ member.is_me ? say.leaveMeans : say.takeOutMeans(name) }}</p>
          <div class="acts">
            <v-btn
              color="primary"
              size="small"
              :loading="busy"
              @click="member.is_me ? emit('leave') : emit('out')"
              >{{ member.is_me ? say.leaveGo : say.takeOutGo(name) }}</v-btn
            >
            <button type="button" class="press" @click="isLeaving = false">{{ say.keep }}</button>
          </div>
        </div>
      </template>
    </div>
  </li>
</template>

<style scoped src="./rows.css"></style>
