<script setup lang="ts">
/** The verdict in a sentence, which state the stage shows, and Why. On a phone the page below folds away. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import type { Of } from '../composables/useStage'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import { reviewWords } from '../words/review'

defineProps<{ shown: Schemas['StageOut'] | null; unreached: boolean; compares: boolean; edits: boolean }>()
const of = defineModel<Of>('of', { required: true })
const why = defineModel<boolean>('why', { required: true })
const folded = defineModel<boolean>('folded', { required: true })
const say = deskWords.stage
const OF = computed(() => ['live', 'draft', 'both', ...(/^\d+$/.test(of.value) ? [of.value] : [])])
</script>

<template>
  <div class="verdict">
    <DoorGlyph :state="shown?.state ?? 'ajar'" :size="30" />
    <div class="words" role="status">
      <p v-if="shown">
        <b>{{ shown.title }}</b> <span>{{ shown.more }}</span>
      </p>
      <p v-else>
        <b>{{ words.stage.waiting }}</b>
      </p>
      <p v-if="unreached" class="small away">{{ say.unreached }}</p>
      <p v-else-if="shown" class="small muted">{{ shown.clock }}</p>
    </div>
    <div v-if="compares" class="of" role="group" :aria-label="reviewWords.ofTitle">
      <button v-for="item in OF" :key="item" type="button" :aria-pressed="of === item" @click="of = item">
        {{ reviewWords.of[item] ?? reviewWords.release(Number(item)) }}
      </button>
    </div>
    <button v-if="shown" type="button" class="why" :aria-expanded="why" @click="why = !why">
      {{ why ? say.back : say.why }}
    </button>
    <button
      type="button"
      class="fold"
      :aria-expanded="!folded"
      :aria-label="edits ? (folded ? say.whole : say.strip) : folded ? say.unfold : say.fold"
      @click="folded = !folded"
    >
      <svg viewBox="0 0 12 8" width="14" height="10" aria-hidden="true">
        <path
          :d="folded ? 'm1 1 5 5 5-5' : 'm1 7 5-5 5 5'"
          fill="none"
          stroke="currentColor"
          stroke-width="1.800"
        />
      </svg>
    </button>
  </div>
</template>

<style scoped>
.verdict {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 66px;
  padding: 8px 18px 8px 16px;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--raised);
}
.words {
  flex: 1;
  min-width: 0;
}
.verdict b {
  font: 600 17px/22px var(--heading);
  color: var(--dark);
}
.verdict p {
  font-size: 15px;
  line-height: 22px;
}
.verdict .small {
  font-size: 13px;
  line-height: 18px;
}
.away {
  color: var(--clay-dark);
}
.why {
  flex: none;
  text-decoration: underline 2px var(--brass);
  text-underline-offset: 5px;
  font-size: 15px;
  font-weight: 500;
  color: var(--mulberry);
}
.why:hover {
  background: var(--brass-tint);
}
.of {
  display: flex;
  padding: 3px;
  background: var(--sand);
  border-radius: 14px 14px 9px 9px;
}
.of button {
  height: 30px;
  padding: 0 12px;
  font-size: 13px;
  border-radius: 11px 11px 6px 6px;
  color: var(--muted);
}
.of button[aria-pressed='true'] {
  background: var(--mulberry);
  color: var(--card);
  font-weight: 600;
}
.fold {
  display: none;
}
@media (max-width: 980px) {
  .verdict {
    position: sticky;
    top: 8px;
    z-index: 6;
    gap: 12px;
    padding: 8px 12px;
  }
  .fold {
    display: grid;
    place-items: center;
    width: 36px;
    height: 44px;
    margin: -4px -8px -4px -6px;
    color: var(--mulberry);
  }
  .folded .verdict .muted,
  .folded .verdict .of,
  .strip .verdict .muted,
  .strip .verdict .of,
  .strip .verdict p > span {
    display: none;
  }
  .strip .verdict {
    position: static;
    min-height: 0;
    padding: 0 8px;
    flex-wrap: nowrap;
    background: none;
    box-shadow: none;
  }
}
@media (max-width: 700px) {
  .verdict {
    flex-wrap: wrap;
  }
  .verdict .of {
    order: 1;
    flex: 1 1 100%;
  }
  .verdict .of button {
    flex: 1;
    height: 40px;
    text-align: center;
  }
  .verdict p {
    font-size: 14px;
    line-height: 20px;
  }
  .verdict b {
    font-size: 16px;
  }
}
</style>
