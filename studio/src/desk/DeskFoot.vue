<script setup lang="ts">
/** What is not live yet, and the presses that look at it and make it live. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import type { IsOwn } from '../composables/useDoorActs'
import { isOnASite } from '../logic/standing'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import { reviewWords } from '../words/review'

const props = defineProps<{ state: DeskState; publishing: boolean; isOwn?: IsOwn }>()
const session = useSession()
const emit = defineEmits<{ review: []; publish: [] }>()
const { desk, door } = props.state
const own: IsOwn = (change) => (props.isOwn ? props.isOwn(change) : change.door === door.value?.key)
/** A press looks first where something must be mended, or where another door's changes would go out too. */
const looksFirst = computed(
  () => !!desk.value?.blocked || (!!desk.value?.release && desk.value.changes.some((change) => !own(change))),
)
</script>

<template>
  <footer v-if="desk && session.may('doors')">
    <p v-if="desk.changes.length">
      <b>{{ words.desk.changes(desk.changes.length) }}</b> {{ words.desk.notLive
      }}<small>{{
        desk.changes
          .slice(0, 2)
          .map((change) => change.says)
          .join(' ')
      }}</small>
    </p>
    <p v-else>{{ isOnASite(desk) ? words.desk.allLive : words.desk.allPublished }}</p>
    <v-btn v-if="desk.changes.length" variant="outlined" @click="emit('review')">{{
      reviewWords.review
    }}</v-btn>
    <v-btn
      color="primary"
      :disabled="!desk.changes.length && state.save.value.kind !== 'saving'"
      :loading="publishing"
      @click="emit('publish')"
      >{{ looksFirst ? words.desk.lookFirst : words.desk.publish
      }}<span class="keys" aria-hidden="true">Ctrl Enter</span></v-btn
    >
  </footer>
</template>

<style scoped>
footer > p {
  flex: 1;
}
footer {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  padding: 14px 0 0 12px;
  border-top: 1px solid var(--box-line);
}
footer p {
  min-width: 0;
}
footer small {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  font-size: 12.5px;
  line-height: 17px;
  color: var(--muted);
}
.keys {
  margin-left: 10px;
  font-weight: 500;
  font-size: 12px;
  opacity: 0.85;
}
@media (max-width: 980px) {
  footer {
    position: sticky;
    bottom: 0;
    z-index: 3;
    background: var(--paper);
    padding: 10px 0;
  }
  .keys {
    display: none;
  }
}
</style>
