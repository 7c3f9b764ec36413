<script setup lang="ts">
/** A private link to a page of the site: opened here, copied, or scanned with a phone; ended by a press. */
import type { Schemas } from '../api/client'
import { clock } from '../logic/time'
import CopyLine from '../parts/CopyLine.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import QrCode from '../parts/QrCode.vue'
import { fittingWords as say } from '../words/fitting'
import { reviewWords } from '../words/review'

defineProps<{ trial: Schemas['TrialOut'] }>()
const emit = defineEmits<{ end: [] }>()
</script>

<template>
  <div class="trial">
    <QrCode :svg="trial.qr" :label="reviewWords.show.scan" />
    <div>
      <p>
        <b>{{ trial.says }}</b> {{ say.trialEnds(clock(new Date(trial.until))) }}
      </p>
      <p v-if="trial.warns" class="warns small">
        <DoorGlyph state="ajar" :size="16" /><span>{{ trial.warns }}</span>
      </p>
      <p v-if="trial.is_here_only" class="warns small">
        <DoorGlyph state="ajar" :size="16" /><span>{{ reviewWords.show.here }}</span>
      </p>
      <p class="acts">
        <a class="act" :href="trial.link" target="_blank" rel="noopener">{{ say.openTrial }}</a><button
          type="button"
          class="quiet"
          @click="emit('end')"
        >
          {{ say.endTrial }}
        </button>
      </p>
    </div>
    <CopyLine :label="say.trialLink" :line="trial.link" :press="say.copy" />
  </div>
</template>

<style scoped>
.trial {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 12px 20px;
}
.trial > :last-child {
  grid-column: 1 / -1;
}
b {
  font-weight: 600;
}
.trial > div {
  display: grid;
  gap: 8px;
  align-content: start;
}
.warns {
  display: flex;
  gap: 10px;
  color: var(--brass-dark);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
}
@media (max-width: 480px) {
  .trial {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
