<script setup lang="ts">
/** Hours in which visitors knock and nobody is in, worst first, each with the press that closes it. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { shortName } from '../logic/texts'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut'] }>()
const emit = defineEmits<{ cover: [Schemas['GapOut']]; relieve: [Schemas['ReliefOut']] }>()
const all = ref(false)
const gaps = computed(() => props.rota.gaps.slice(0, all.value ? undefined : 3))
const most = computed(() => Math.max(1, ...props.rota.gaps.map((gap) => gap.weight)))
const anyKnocks = computed(() =>
  props.rota.knocks.some((day) => day.some((hour) => hour.knocks + hour.missed)),
)
</script>

<template>
  <section class="card">
    <h2>{{ say.gaps }}</h2>
    <ul v-if="rota.gaps.length">
      <li v-for="gap in gaps" :key="gap.says">
        <i :style="{ width: `${12 + (gap.weight / most) * 48}px` }" /><span
          ><b>{{ gap.says }}</b> {{ gap.more }}</span
        ><button
          type="button"
          class="act"
          :aria-label="`${say.cover(shortName(gap.person_name), gap.is_shut)}: ${gap.says}`"
          @click="emit('cover', gap)"
        >
          {{ say.cover(shortName(gap.person_name), gap.is_shut) }}
        </button>
      </li>
    </ul>
    <p v-else class="small muted">{{ anyKnocks ? say.noGaps : say.noKnocks }}</p>
    <p v-if="rota.gaps.length > gaps.length">
      <button type="button" class="act" @click="all = true">
        {{ say.moreGaps(rota.gaps.length - gaps.length) }}
      </button>
    </p>
    <template v-if="rota.relief.length"
      ><b class="part">{{ say.relief }}</b>
      <ul class="relief">
        <li v-for="item in rota.relief" :key="item.code + item.door + item.channel">
          <span>{{ item.says }}</span><button type="button" class="act" @click="emit('relieve', item)">
            {{ item.act }}
          </button>
        </li>
      </ul></template
    >
  </section>
</template>

<style scoped>
.relief li {
  grid-template-columns: 1fr;
  padding: 8px 0;
}
.relief li .act {
  grid-column: 1;
}
.part {
  font-weight: 600;
  font-size: 14px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 4px 12px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
  font-size: 14px;
  line-height: 20px;
}
li i {
  height: 9px;
  border-radius: 5px 5px 3px 3px;
  background: repeating-linear-gradient(90deg, var(--clay) 0 6px, #8f3a1a 6px 7px);
}
li b {
  font-weight: 600;
}
li .act {
  grid-column: 2;
  justify-self: start;
}
</style>
