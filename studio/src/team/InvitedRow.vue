<script setup lang="ts">
/** Somebody who was asked and hasn't come yet: asked again, or taken back. */
import { computed } from 'vue'
import type { Invited } from '../composables/useTeam'
import { dayName } from '../logic/time'
import { teamWords as say, type RoleName } from '../words/team'

const props = defineProps<{ invited: Invited; busy: boolean }>()
const emit = defineEmits<{ again: []; back: [] }>()
const role = computed(() => props.invited.role as RoleName)
const until = computed(() => {
  const day = dayName(new Date(props.invited.until), new Date())
  return props.invited.is_over ? say.overSince(day) : say.until(day)
})
</script>

<template>
  <li>
    <div class="row">
      <span class="initials asked" aria-hidden="true">{{ invited.email.slice(0, 2).toUpperCase() }}</span>
      <span class="who">
        <span
          ><b dir="ltr">{{ invited.email }}</b
          >{{ ' '
          }}<span class="tag" :class="{ ended: invited.is_over }">{{
            invited.is_over ? say.over : say.invited
          }}</span></span
        >
        <span class="muted small">{{ until }}</span>
        <span v-if="invited.is_held" class="small held">{{ say.waitsForYou }}</span>
      </span>
      <span class="what">
        <span>{{ say.role[role] }}</span>
        <span class="muted small">{{ invited.hands_over ? say.handing : say.does[role] }}</span>
      </span>
      <span class="asked-acts">
        <button type="button" class="press" :disabled="busy" @click="emit('again')">{{ say.again }}</button>
        <button type="button" class="press" :disabled="busy" @click="emit('back')">{{ say.back }}</button>
      </span>
    </div>
  </li>
</template>

<style scoped src="./rows.css"></style>
