<script setup lang="ts">
/** What the chosen colour makes, how each pair reads, and how dark pages are met. One set by hand stays. */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import LookRow from '../../parts/LookRow.vue'
import PickOne from '../../parts/PickOne.vue'
import TextBox from '../../parts/TextBox.vue'
import { looksWords as say } from '../../words/looks'

const props = defineProps<{ looks: Schemas['Looks']; contrast: Schemas['ContrastOut'] | undefined }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const SHOWN = ['hover', 'brand', 'line', 'tint', 'card', 'ring'] as const
const ALL = ['on_brand', 'ring', 'hover', 'card', 'word', 'ink', 'muted', 'tint', 'line', 'edge'] as const
const changing = ref(false)
const chosen = ref<string>('ring')
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
const handSet = (name: string): string =>
  (name === 'on_brand'
    ? props.looks.label_colour
    : (props.looks.palette as Record<string, string> | undefined)?.[name]) ?? ''
function put(name: string, css: string): void {
  if (name === 'on_brand') emit('set', { label_colour: css })
  else if (name === 'brand') emit('set', { colour: css })
  else {
    const palette = { ...props.looks.palette } as Record<string, string>
    if (css) palette[name] = css
    else delete palette[name]
    emit('set', { palette: palette })
  }
}
const typed = computed({ get: () => handSet(chosen.value), set: (css: string) => put(chosen.value, css) })
const scheme = computed({
  get: () => props.looks.scheme ?? 'light',
  set: (value) => emit('set', { scheme: value }),
})
const SCHEMES = (['light', 'page', 'system', 'dark'] as const).map((value) => ({
  value,
  label: say.scheme[value] ?? '',
  help: say.schemeHelp[value] ?? '',
}))
</script>

<template>
  <LookRow :label="say.rows.makes">
    <p v-if="contrast" class="makes">
      <i
        v-for="name in SHOWN"
        :key="name"
        :style="{ background: contrast.palette[name] }"
        :title="say.shade[name]"
      /><button type="button" class="act" :aria-expanded="changing" @click="changing = !changing">
        {{ say.change }}
      </button>
    </p>
    <div v-if="changing" class="soft change">
      <div class="names">
        <button
          v-for="name in ALL"
          :key="name"
          type="button"
          class="chip"
          :aria-pressed="chosen === name"
          @click="chosen = name"
        >
          <i :style="{ background: contrast?.palette[name] }" />{{ say.shade[name] }}
        </button>
      </div>
      <TextBox
        v-model="typed"
        :label="say.changing(say.shade[chosen] ?? '')"
        :placeholder="contrast?.palette[chosen]"
        dir="ltr"
        :maxlength="100"
      />
      <p v-if="typed" class="small">
        <span class="tag">{{ say.byHand }}</span>{{ ' ' }}
        <button type="button" class="act" @click="typed = ''">{{ say.follow }}</button>
      </p>
    </div>
  </LookRow>
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
  <LookRow :label="say.rows.dark"
    ><PickOne v-model="scheme" :label="say.schemeTitle" :options="SCHEMES" hide-label
  /></LookRow>
</template>

<style scoped>
.each {
  display: flex;
  gap: 10px;
}
.makes {
  display: flex;
  gap: 6px;
  align-items: center;
}
.makes i {
  width: 30px;
  height: 33px;
  border-radius: 13px 13px 7px 7px;
  border: 1px solid rgb(58 20 36 / 14%);
}
.makes .act {
  margin-left: auto;
}
.change {
  display: grid;
  gap: 12px;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.names .chip {
  display: inline-flex;
  align-items: center;
  gap: 7px;
  padding: 0 10px;
}
.names i {
  width: 13px;
  height: 14px;
  border-radius: 6px 6px 3px 3px;
  border: 1px solid rgb(58 20 36 / 20%);
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
