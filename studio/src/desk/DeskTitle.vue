<script setup lang="ts">
/** The row over the desk: which door, whether it is live, how saving stands, undo, the other doors. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import { isOnASite } from '../logic/standing'
import { clock, since } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import { reviewWords } from '../words/review'
import MenuBox from '../parts/MenuBox.vue'

const props = defineProps<{ state: DeskState }>()
const emit = defineEmits<{ pause: [on: boolean]; undo: [again: boolean] }>()
const desk = computed(() => props.state.desk.value)
const door = computed(() => props.state.door.value)
const session = useSession()
const may = computed(() => session.may('doors'))
const save = props.state.save
const status = computed(() => {
  if (door.value?.not_live.includes('door_added') || !desk.value?.release)
    return { glyph: 'shut' as const, says: words.desk.neverLive }
  if (door.value?.paused_at) return { glyph: 'shut' as const, says: words.desk.paused }
  if (!isOnASite(desk.value)) return { glyph: 'ajar' as const, says: words.desk.nowhere }
  return {
    glyph: 'open' as const,
    says: words.desk.liveSince(since(new Date(desk.value.release.at), new Date())),
  }
})
const saved = computed(() =>
  save.value.kind === 'saving'
    ? words.desk.saving
    : save.value.kind === 'offline'
      ? words.desk.offline
      : save.value.kind === 'wrong'
        ? save.value.says
        : save.value.at
          ? words.desk.saved(clock(save.value.at))
          : words.desk.savedBefore,
)
</script>

<template>
  <div v-if="desk && door" class="title">
    <h1>{{ door.name }}</h1>
    <span class="muted site">{{ desk.name }}</span>
    <span class="live" :class="status.glyph"
      ><DoorGlyph :state="status.glyph" :size="17" />{{ status.says }}</span
    >
    <button
      v-if="desk.release && may"
      type="button"
      class="quiet strong"
      @click="emit('pause', !door.paused_at)"
    >
      {{ door.paused_at ? words.desk.resume : words.desk.pause }}
    </button>
    <span class="saved" :class="`k-${save.kind}`" role="status">{{ may ? saved : '' }}</span>
    <button
      v-if="may"
      type="button"
      class="quiet strong"
      :disabled="!desk.undo"
      :title="desk.undo ? deskWords.undo.title(desk.undo) : ''"
      @click="emit('undo', false)"
    >
      {{ deskWords.undo.undo }}
    </button>
    <button
      v-if="desk.redo && may"
      type="button"
      class="quiet strong"
      :title="deskWords.undo.again(desk.redo)"
      @click="emit('undo', true)"
    >
      {{ deskWords.undo.redo }}
    </button>
    <v-menu location="bottom end">
      <template #activator="{ props: press }"
        ><button type="button" class="quiet strong all" v-bind="press">
          {{ deskWords.doors.all(desk.doors.length) }}
        </button></template
      >
      <MenuBox>
        <router-link
          v-for="item in desk.doors"
          :key="item.key"
          class="entry"
          :to="{ name: 'desk', params: { site: desk.site, doorKey: item.key } }"
          ><DoorGlyph
            :state="item.paused_at ? 'shut' : item.not_live.includes('door_added') ? 'ajar' : 'open'"
            :size="15"
          />{{ item.name }}</router-link
        ><router-link class="entry" :to="{ name: 'doors', params: { site: desk.site } }"
          >{{ deskWords.doors.title }}…</router-link
        ><router-link class="entry" :to="{ name: 'releases', params: { site: desk.site } }">{{
          reviewWords.releases.goTo
        }}</router-link>
      </MenuBox>
    </v-menu>
  </div>
</template>

<style scoped>
.title {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 14px;
  white-space: nowrap;
  min-width: 0;
}
h1 {
  font-size: 27px;
  line-height: 32px;
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 0 1 auto;
}
.site {
  flex: 0 1 auto;
  overflow: hidden;
  text-overflow: ellipsis;
}
.live {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  font-weight: 600;
  font-size: 13.5px;
  color: var(--muted);
}
.live.open {
  color: var(--moss-dark);
}
.live.ajar {
  color: var(--brass-dark);
}
.live svg {
  align-self: center;
}
.saved {
  margin-left: auto;
  font-size: 13px;
  color: var(--muted);
  overflow: hidden;
  text-overflow: ellipsis;
}
.saved.k-offline,
.saved.k-wrong {
  color: var(--clay-dark);
}
.strong {
  font-weight: 600;
  color: var(--mulberry);
}
.strong:disabled {
  color: var(--muted);
  font-weight: 400;
  border: 0 !important;
  cursor: default;
}
.all {
  border-left: 1px solid var(--box-line);
  padding-left: 14px;
}
.all::after {
  content: '';
  display: inline-block;
  width: 6px;
  height: 6px;
  border: solid currentColor;
  border-width: 0 1.5px 1.5px 0;
  transform: rotate(45deg) translate(-2px, -2px);
  margin-left: 9px;
}
@media (max-width: 980px) {
  .title {
    padding: 12px 16px;
    flex-wrap: wrap;
    white-space: normal;
    gap: 4px 14px;
  }
  .saved {
    margin-left: 0;
  }
  h1 {
    font-size: 22px;
    line-height: 28px;
  }
}
@media (max-width: 700px) {
  .site,
  .saved.k-saved {
    display: none;
  }
  .title {
    gap: 0 12px;
  }
  .quiet {
    min-height: 40px;
    padding: 0;
  }
  .all {
    border: 0;
    padding: 0;
    margin-left: auto;
  }
}
</style>
