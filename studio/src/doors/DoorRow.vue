<script setup lang="ts">
/** One door in the list: what it is for, how it stands, what came by today, and what can be done with it. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { reachSentence, textOf, whereSentence } from '../logic/sentences'
import DoorGlyph from '../parts/DoorGlyph.vue'
import GripDots from '../parts/GripDots.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import MenuBox from '../parts/MenuBox.vue'

type Site = { value: string; label: string }
const props = defineProps<{
  door: Schemas['DoorOut']
  place: number
  desk: Schemas['DeskOut']
  others: Site[]
}>()
const emit = defineEmits<{
  move: [by: number]
  rename: [to: string]
  pause: []
  copy: [site: string]
  remove: []
}>()
const say = deskWords.doors
const state = computed(() => {
  const { door, desk } = props
  if (door.paused_at) return { glyph: 'shut' as const, says: say.paused }
  if (door.not_live.includes('door_added') || !desk.release)
    return { glyph: 'ajar' as const, says: say.draft }
  return { glyph: 'open' as const, says: door.not_live.length ? `${say.live}. ${say.changed}` : say.live }
})
const hosts = computed(() =>
  props.desk.hosts.filter((host) => host.state === 'allowed').map((host) => host.shown),
)
</script>

<template>
  <li class="door">
    <GripDots :label="say.move(door.name)" @move="emit('move', $event)" />
    <span class="n" aria-hidden="true">{{ place }}</span>
    <div class="what">
      <router-link class="name" :to="{ name: 'desk', params: { site: desk.site, doorKey: door.key } }">{{
        door.name
      }}</router-link>
      <p>
        {{ textOf(whereSentence(door.pages, hosts)) }};
        {{ textOf(reachSentence(door, desk.language, words)) }}
      </p>
      <p v-if="door.behind" class="behind">
        <DoorGlyph state="ajar" :size="14" />{{ say.behind(door.behind) }}
      </p>
    </div>
    <div class="how">
      <span class="state" :class="state.glyph"
        ><DoorGlyph :state="state.glyph" :size="16" />{{ state.says }}</span
      ><small>{{
        door.today.seen ? say.today(door.today.seen, door.today.opened, door.today.knocked) : say.quiet
      }}</small>
    </div>
    <v-menu location="bottom end">
      <template #activator="{ props: press }"
        ><button
          type="button"
          class="more"
          v-bind="press"
          aria-haspopup="dialog"
          :aria-label="words.reach.more(door.name)"
        >
          <svg viewBox="0 0 4 16" width="4" height="16" aria-hidden="true">
            <g fill="currentColor">
              <circle cx="2" cy="2" r="1.6" />
              <circle cx="2" cy="8" r="1.6" />
              <circle cx="2" cy="14" r="1.6" />
            </g>
          </svg></button
      ></template>
      <MenuBox :label="words.reach.more(door.name)">
        <label class="rename"
          ><span class="small muted">{{ say.name }}</span
          ><input
            :value="door.name"
            maxlength="80"
            @click.stop
            @change="emit('rename', ($event.target as HTMLInputElement).value)"
        /></label>
        <button type="button" class="entry" @click="emit('pause')">
          {{ door.paused_at ? say.resume : say.pause }}
        </button>
        <button type="button" class="entry" @click="emit('copy', desk.site)">{{ say.copy }}</button>
        <button
          v-for="other in others"
          :key="other.value"
          type="button"
          class="entry"
          @click="emit('copy', other.value)"
        >
          {{ say.copyTo(other.label) }}
        </button>
        <button type="button" class="entry" @click="emit('remove')">{{ say.remove }}</button>
      </MenuBox>
    </v-menu>
  </li>
</template>

<style scoped>
.door {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 14px 8px;
  border-bottom: 1px solid var(--hairline);
  background: var(--paper);
}
.n {
  width: 16px;
  font-size: 13px;
  color: var(--muted);
}
.what {
  flex: 1;
  min-width: 0;
}
.name {
  font: 600 18px/24px var(--heading);
  color: var(--dark);
  text-decoration: none;
  border-bottom: 2px solid var(--brass);
}
.what p {
  margin-top: 5px;
  font-size: 14px;
  color: var(--muted);
  overflow-wrap: anywhere;
}
.what .behind {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--brass-dark);
}
.how {
  display: grid;
  gap: 3px;
  width: 230px;
}
.state {
  display: inline-flex;
  gap: 9px;
  align-items: center;
  font-weight: 600;
  font-size: 14px;
  color: var(--muted);
}
.state.open {
  color: var(--moss-dark);
}
.state.ajar {
  color: var(--brass-dark);
}
small {
  font-size: 13px;
  color: var(--muted);
}
.more {
  width: 32px;
  height: 40px;
  display: grid;
  place-items: center;
  color: var(--muted);
  border-radius: var(--arch-32);
}
.more:hover {
  background: var(--wine-tint);
}
.entry {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
}
.entry:hover,
.entry:focus-visible {
  background: var(--wine-tint);
}
.rename {
  display: grid;
  gap: 4px;
  padding: 6px 12px 10px;
}
.rename input {
  height: 36px;
  padding: 0 12px;
  border: 1px solid var(--edge);
  border-radius: var(--arch-32);
  background: #fff;
}
@media (max-width: 800px) {
  .door {
    flex-wrap: wrap;
  }
  .how {
    width: 100%;
    padding-left: 60px;
    order: 4;
  }
}
</style>
