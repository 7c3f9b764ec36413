<script setup lang="ts">
/** What the chosen colour makes; a shade set by hand stays. */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import LookRow from '../../parts/LookRow.vue'
import TextBox from '../../parts/TextBox.vue'
import { looksWords as say } from '../../words/looks'
import { shadePut } from '../../logic/shades'

const props = defineProps<{ looks: Schemas['Looks']; contrast: Schemas['ContrastOut'] | undefined }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const SHOWN = ['hover', 'brand', 'line', 'tint', 'card', 'ring'] as const
const ALL = ['on_brand', 'ring', 'hover', 'card', 'word', 'ink', 'muted', 'tint', 'line', 'edge'] as const
const changing = ref(false)
const chosen = ref<string>('ring')
const handSet = (name: string): string =>
  (name === 'on_brand'
    ? props.looks.label_colour
    : (props.looks.palette as Record<string, string> | undefined)?.[name]) ?? ''
const typed = computed({
  get: () => handSet(chosen.value),
  set: (css: string) => emit('set', shadePut(props.looks, chosen.value, css)),
})
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
</template>

<style scoped>
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
</style>
