<script setup lang="ts">
/** How each pair of colours reads, and the nearest that does where one does not. */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import LookRow from '../../parts/LookRow.vue'
import { looksWords as say } from '../../words/looks'
import { shadePut } from '../../logic/shades'

const props = defineProps<{ looks: Schemas['Looks']; contrast: Schemas['ContrastOut'] | undefined }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const all = ref(false)
const faint = computed(() => props.contrast?.pairs.filter((pair) => !pair.reads) ?? [])
const shown = computed(() =>
  all.value
    ? (props.contrast?.pairs ?? [])
    : [
        ...(props.contrast?.pairs.filter((pair) => pair.name === 'label') ?? []),
        ...faint.value.filter((pair) => pair.name !== 'label'),
      ],
)
const put = (name: string, css: string): void => emit('set', shadePut(props.looks, name, css))
</script>

<template>
  <LookRow :label="say.rows.reads">
    <ul class="pairs">
      <li v-for="pair in shown" :key="pair.says">
        <DoorGlyph :state="pair.reads ? 'open' : 'barred'" :size="17" /><span>{{ pair.says }}</span
        ><b :class="{ no: !pair.reads }">{{ pair.reading }}</b
        ><button v-if="!pair.reads" type="button" class="act mend" @click="put(pair.ink, pair.nearest)">
          <i :style="{ background: pair.nearest }" />{{ say.use(pair.nearest) }}
        </button>
      </li>
    </ul>
    <p class="small each">
      <span v-if="!faint.length" class="muted">{{ say.allRead }}</span><button
        type="button"
        class="act"
        :aria-expanded="all"
        @click="all = !all"
      >
        {{ say.showAll }}
      </button>
    </p>
  </LookRow>
</template>

<style scoped>
.each {
  display: flex;
  gap: 10px;
}
.pairs {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
  display: grid;
  gap: 7px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr auto;
  gap: 2px 10px;
  align-items: center;
  font-size: 14px;
  line-height: 20px;
}
b {
  font-weight: 600;
  color: var(--moss-dark);
}
b.no {
  color: var(--clay-dark);
}
.mend {
  grid-column: 2 / -1;
  justify-self: start;
}
.mend i {
  display: inline-block;
  width: 13px;
  height: 14px;
  border-radius: 6px 6px 3px 3px;
  margin-right: 7px;
  vertical-align: -2px;
}
</style>
