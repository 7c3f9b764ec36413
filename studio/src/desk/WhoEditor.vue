<script setup lang="ts">
/** Who answers at this door, in order. The people and their hours live on the rota. */
import { computed, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import DoorGlyph from '../parts/DoorGlyph.vue'
import GripDots from '../parts/GripDots.vue'
import PickOne from '../parts/PickOne.vue'
import { moved } from '../logic/order'
import { deskWords } from '../words/desk'

const props = defineProps<{ state: DeskState; missing?: Schemas['MissingOut'][] }>()
const say = deskWords.who
const everybody = computed(() => props.state.desk.value?.people ?? [])
const keys = computed({
  get: () => props.state.draft.value?.people ?? [],
  set: (value) => props.state.put('people', value),
})
const here = computed({
  get: () => keys.value.flatMap((key) => everybody.value.filter((item) => item.key === key)),
  set: (next) => {
    keys.value = next.map((item) => item.key)
  },
})
const others = computed(() => everybody.value.filter((item) => !keys.value.includes(item.key)))
const offDuty = computed({
  get: () => props.state.draft.value?.off_duty ?? 'shown',
  set: (value) => props.state.put('off_duty', value),
})
const turns = computed({
  get: () => (props.state.draft.value?.takes_turns ? 'fair' : 'listed'),
  set: (value) => props.state.put('takes_turns', value === 'fair'),
})
/** Why somebody isn't offered on the stage's page at its moment; empty where they are. */
const whyOf = (key: string): string =>
  props.missing?.find((item) => item.kind === 'person' && item.key === key)?.why ?? ''
const list = ref<HTMLElement>()
const move = (at: number, by: number): void => {
  const next = moved(keys.value, at, by)
  if (!next) return
  keys.value = next
  requestAnimationFrame(() => list.value?.querySelectorAll<HTMLElement>('.grip')[at + by]?.focus())
}
</script>

<template>
  <div ref="list" class="stack">
    <VueDraggable v-if="here.length" v-model="here" tag="ul" handle=".grip" :animation="150">
      <li v-for="(item, i) in here" :key="item.key">
        <GripDots :label="say.move(item.name)" @move="move(i, $event)" /><span
          class="mark"
          aria-hidden="true"
          >{{ item.initials }}</span
        ><span class="what"
          ><b>{{ item.name }}</b
          ><small>{{ [item.role, item.hours].filter(Boolean).join(', ') }}</small
          ><small class="why" :class="{ not: whyOf(item.key) }">{{
            whyOf(item.key) ? say.notHere(whyOf(item.key)) : say.here
          }}</small></span
        ><span class="now" :class="{ in: item.is_in }"
          ><DoorGlyph :state="item.is_in ? 'open' : 'shut'" :size="15" />{{ item.now }}</span
        ><button
          type="button"
          class="x"
          :aria-label="say.remove(item.name)"
          @click="keys = keys.filter((key) => key !== item.key)"
        >
          ×
        </button>
      </li>
    </VueDraggable>
    <p v-else class="muted">{{ say.nobodyHelp }}</p>
    <div v-if="others.length" class="row">
      <button
        v-for="other in others"
        :key="other.key"
        type="button"
        class="chip"
        @click="keys = [...keys, other.key]"
      >
        + {{ other.name }}
      </button>
    </div>
    <p v-if="!everybody.length" class="muted">{{ say.none }}</p>
    <p class="small">
      <router-link class="act" :to="{ name: 'people' }">{{ say.people }}</router-link>
    </p>
    <PickOne
      v-if="here.length > 1"
      v-model="turns"
      :label="say.turns"
      :options="[
        { value: 'listed', label: say.listed, help: say.listedHelp },
        { value: 'fair', label: say.fair, help: say.fairHelp },
      ]"
    />
    <PickOne
      v-if="here.length"
      v-model="offDuty"
      :label="say.offDuty"
      :options="[
        { value: 'shown', label: 'shown last', help: say.shown },
        { value: 'left_out', label: 'left out', help: say.leftOut },
      ]"
    />
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  border-top: 1px solid var(--hairline);
}
li {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 48px;
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
  background: var(--card);
}
.mark {
  flex: none;
  width: 34px;
  height: 38px;
  border-radius: var(--arch-initials);
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 13px/38px var(--text);
  text-align: center;
}
.what {
  flex: 1;
  min-width: 0;
  display: grid;
  line-height: 19px;
}
.what b {
  font-weight: 600;
}
.what small {
  font-size: 13px;
  color: var(--muted);
  overflow-wrap: anywhere;
}
.what .why {
  color: var(--moss-dark);
}
.what .why.not {
  color: var(--brass-dark);
}
.now {
  display: inline-flex;
  gap: 7px;
  align-items: center;
  font-size: 13px;
  color: var(--muted);
  white-space: nowrap;
}
.now.in {
  color: var(--moss-dark);
}
.x {
  width: 28px;
  height: 32px;
  text-align: center;
  font-size: 18px;
  color: var(--muted);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
