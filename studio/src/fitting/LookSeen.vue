<script setup lang="ts">
/** What a look found: the line as served, what the page met in this browser, and the verdict's ledger. */
import { ref } from 'vue'
import type { Schemas } from '../api/client'
import { useCopy } from '../composables/useCopy'
import type { PageLook } from '../composables/usePageLook'
import WhyLedger from '../desk/WhyLedger.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import type { DeskPlace } from '../logic/visitor'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ look: PageLook; unpublished: boolean }>()
const emit = defineEmits<{ allow: [host: string]; desk: [to: DeskPlace] }>()
const { seen, verdict, met, silent, doorAsked } = props.look
const whole = ref(false)
const { copy } = useCopy()
const goTo = (sentence?: string): void =>
  emit('desk', { door: doorAsked.value, page: seen.value?.address ?? '', open: sentence })
const sentenceOf = (fix: Schemas['FixOut']): string | undefined =>
  verdict.value?.ledger.find((line) => line.fixes.includes(fix))?.sentence
</script>

<template>
  <div class="seen">
    <p v-if="met" class="line">
      <DoorGlyph :state="met.state" :size="20" /><span
        ><small class="muted">{{ say.fromHere }}</small> <b>{{ met.says }}</b> {{ met.how }}</span
      >
    </p>
    <p v-if="silent" class="line">
      <DoorGlyph state="ajar" :size="20" /><span
        ><small class="muted">{{ say.nothingHeard }}</small> <b>{{ silent.says }}</b> {{ silent.how }}</span
      >
    </p>
    <template v-if="seen">
      <p class="line">
        <DoorGlyph :state="seen.state" :size="20" /><span
          ><small class="muted">{{ say.asServed }}</small> <b>{{ seen.says }}</b> {{ seen.how }}</span
        >
      </p>
      <p v-for="add in seen.add" :key="add" class="add">
        <code dir="ltr">{{ add }}</code><button
          type="button"
          class="act"
          :aria-label="`${say.copy}: ${add}`"
          @click="copy(add)"
        >
          {{ say.copy }}
        </button>
      </p>
      <p v-for="note in seen.notes" :key="note" class="line small">
        <DoorGlyph state="ajar" :size="16" /><span>{{ note }}</span>
      </p>
      <p v-if="!seen.is_ours" class="line">
        <DoorGlyph state="barred" :size="20" /><span
          ><b>{{ say.notListedHere(seen.host) }}</b
          >{{ ' '
          }}<button type="button" class="act" @click="emit('allow', seen.host)">{{ say.allow }}</button></span
        >
      </p>
      <p v-else-if="unpublished" class="line">
        <DoorGlyph state="shut" :size="20" /><span
          ><b>{{ say.unpublished }}</b></span
        >
      </p>
    </template>
    <template v-if="verdict && seen">
      <p class="line">
        <DoorGlyph :state="verdict.state" :size="20" /><span
          ><small class="muted">{{ seen.code === 'found' ? say.verdict : say.verdictThen }}</small
          >{{ ' ' }} <b>{{ verdict.title }}</b> {{ verdict.more }}{{ ' '
          }}<button type="button" class="act" :aria-expanded="whole" @click="whole = !whole">
            {{ whole ? say.fewer : say.why }}
          </button></span
        >
      </p>
      <WhyLedger
        v-if="whole"
        class="whole"
        :verdict="verdict"
        :busy="false"
        @fix="goTo(sentenceOf($event))"
        @open="goTo($event)"
      >
        <button type="button" class="act" @click="goTo()">{{ say.onDesk }}</button>
      </WhyLedger>
    </template>
  </div>
</template>

<style scoped>
.seen {
  display: grid;
  gap: 8px;
}
.seen:empty {
  display: none;
}
.line {
  display: flex;
  gap: 12px;
  align-items: start;
}
.line > span {
  min-width: 0;
  overflow-wrap: anywhere;
}
.line svg {
  flex: none;
}
small {
  display: block;
  font-size: 13px;
  line-height: 18px;
}
b {
  font-weight: 600;
}
.whole {
  border-radius: var(--arch-card);
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
  padding-inline-start: 32px;
}
code {
  padding: 6px 12px;
  background: var(--dark);
  color: var(--card);
  border-radius: var(--arch-32);
  font-size: 13px;
  overflow-wrap: anywhere;
}
</style>
