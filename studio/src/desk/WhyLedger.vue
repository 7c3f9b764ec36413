<script setup lang="ts">
/** The verdict as a ledger: every matter in the order it is decided, with the acts that would change it. */
import type { Schemas } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'

defineProps<{ verdict: Schemas['StageOut']; busy: boolean }>()
const emit = defineEmits<{ fix: [Schemas['FixOut']]; open: [sentence: string] }>()
const session = useSession()
const say = deskWords.stage
const GLYPH = {
  passes: 'open',
  would_pass: 'open',
  stops: 'barred',
  would_stop: 'barred',
  waits: 'ajar',
} as const
</script>

<template>
  <div class="ledger">
    <ol>
      <li
        v-for="(line, i) in verdict.ledger"
        :key="line.rule"
        :class="{ stops: line.outcome === 'stops', also: line.outcome === 'would_stop' }"
      >
        <span class="n" aria-hidden="true">{{ i + 1 }}</span>
        <b
          ><button v-if="line.sentence" type="button" @click="emit('open', line.sentence)">
            {{ line.matter }}</button
          ><template v-else>{{ line.matter }}</template></b
        >
        <div class="value">
          <p>{{ line.says }}</p>
          <p v-if="line.fixes.length && session.may('doors')" class="fixes">
            <button
              v-for="fix in line.fixes"
              :key="fix.code"
              type="button"
              class="act"
              :disabled="busy"
              @click="emit('fix', fix)"
            >
              {{ fix.says }}
            </button>
          </p>
        </div>
        <span class="outcome" :class="GLYPH[line.outcome]"
          ><DoorGlyph :state="GLYPH[line.outcome]" :size="16" />{{ say.outcome[line.outcome] }}</span
        >
      </li>
    </ol>
    <p class="closing">
      <b>{{ verdict.closing }}</b> {{ verdict.closing_more }}
    </p>
    <section v-if="verdict.missing.length" class="missing">
      <h2>{{ say.missing }}</h2>
      <ul>
        <li v-for="item in verdict.missing" :key="item.kind + item.key">
          <b>{{ item.name }}</b> <span>{{ item.why }}</span>
        </li>
      </ul>
    </section>
    <section v-if="Object.keys(verdict.facts).length" class="missing">
      <h2>{{ say.facts }}</h2>
      <ul>
        <li v-for="(value, name) in verdict.facts" :key="name">
          <b>{{ String(name).replace('_', ' ') }}</b>
          <span>{{ (name === 'stock' && say.stock[value]) || value }}</span>
        </li>
      </ul>
    </section>
    <p class="share"><slot /></p>
  </div>
</template>

<style scoped>
.ledger {
  background: var(--card);
  padding-top: 4px;
  font-size: 14.5px;
  line-height: 20px;
}
li:last-child {
  border: 0 !important;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0 18px;
}
li {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
ol > li {
  min-height: 33px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hairline);
}
.n {
  width: 14px;
  color: var(--muted);
  font-size: 13px;
}
ol b {
  width: 80px;
  flex: none;
  font-weight: 600;
}
ol b button {
  font-weight: 600;
  line-height: 20px;
  box-shadow: inset 0 -1px var(--box-line);
}
ol b button:hover {
  box-shadow: inset 0 -2px var(--brass);
}
.value {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.fixes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  margin-top: 6px;
}
.outcome {
  flex: none;
  display: inline-flex;
  gap: 8px;
  width: 118px;
  font-weight: 500;
  font-size: 13.5px;
}
.outcome svg {
  position: relative;
  top: 2px;
}
.open {
  color: var(--moss-dark);
}
.barred {
  color: var(--clay-dark);
}
.ajar {
  color: var(--brass-dark);
}
.stops {
  background: var(--clay-tint);
  margin: 0 -10px;
  padding: 9px 10px !important;
  border-radius: 14px 14px 9px 9px;
  border-color: transparent !important;
}
.stops .n {
  color: var(--clay-dark);
}
.stops .outcome {
  font-weight: 600;
}
.closing {
  padding: 10px 18px;
  border-block: 1px solid var(--hairline);
  background: var(--card);
}
/* Over the stage it scrolls inside, and the sum of it stays in sight. */
.over .closing {
  position: sticky;
  bottom: 0;
}
.closing b {
  font-weight: 600;
  color: var(--dark);
}
.missing {
  padding: 10px 18px 0;
}
h2 {
  font: 600 13px/18px var(--text);
  color: var(--muted);
}
.missing ul {
  list-style: none;
}
.missing li {
  padding: 3px 0;
  font-size: 14px;
}
.missing b {
  font-weight: 600;
}
.missing span {
  color: var(--muted);
  overflow-wrap: anywhere;
}
.share {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  padding: 12px 18px 14px;
}
@media (max-width: 700px) {
  ol > li {
    flex-wrap: wrap;
    gap: 4px 10px;
  }
  ol b {
    width: auto;
    flex: 1;
  }
  .outcome {
    width: auto;
  }
  .value {
    flex-basis: 100%;
    order: 3;
    padding-left: 24px;
  }
  .fixes .act {
    min-height: 44px;
  }
}
</style>
