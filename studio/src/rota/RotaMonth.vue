<script setup lang="ts">
/** A month's weeks: each day with when somebody is in, who, and what is closed; a press opens its week. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { deskWords } from '../words/desk'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut']; month: string }>()
const emit = defineEmits<{ open: [string] }>()
const MOST = 4
/** `Thursday 24 December`, by which a reader finds the day. */
const longDay = (day: string): string =>
  new Date(day + 'T12:00:00Z').toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  })
const days = computed(() => {
  const shop = props.rota.rows[0]
  const result = props.rota.rows.at(-1)
  const people = props.rota.rows.filter((row) => row.kind === 'person')
  return props.rota.days.map((day, at) => {
    const here = people.filter((row) => row.cells[at]?.bars.some((bar) => !bar.is_away))
    const cell = result?.cells[at]
    const closed = shop?.cells[at]
    return {
      day,
      number: Number(day.day.slice(8)),
      isOut: day.day.slice(0, 7) !== props.month.slice(0, 7),
      isClosed: !!closed?.is_closed && !cell?.bars.length,
      name: closed?.closure || say.closed,
      isApart: !!closed?.is_apart || people.some((row) => row.cells[at]?.is_apart),
      hours: cell?.bars.map((bar) => bar.says).join(', ') ?? '',
      here,
      isShut: !closed?.bars.length,
    }
  })
})
</script>

<template>
  <div class="month">
    <p v-for="(name, i) in say.day" :key="name" class="name" aria-hidden="true">
      <span class="whole">{{ name }}</span><span class="short">{{ say.shortDay[i] }}</span>
    </p>
    <button
      v-for="item in days"
      :key="item.day.day"
      type="button"
      class="day"
      :class="{ out: item.isOut, closed: item.isClosed, today: item.day.is_today }"
      @click="emit('open', item.day.day)"
    >
      <span class="sr">{{ longDay(item.day.day) }}: </span>
      <span class="top"
        ><b aria-hidden="true">{{ item.number }}</b
        ><small v-if="item.day.is_today">{{ say.now }}</small
        ><small v-else-if="item.isApart && !item.isClosed">{{ say.oddHours }}</small
        ><small v-else-if="item.day.turns_min">{{ say.turns(item.day.turns_min) }}</small></span
      >
      <span v-if="item.isClosed" class="why">{{ item.name }}</span>
      <span v-else-if="item.hours" class="hours">{{ item.hours }}</span>
      <span v-else class="none" :class="{ shut: item.isShut }">{{
        item.isShut ? say.closed : say.nobody
      }}</span>
      <span v-if="item.here.length && !item.isClosed" class="sr">{{
        deskWords.list(item.here.map((row) => row.name))
      }}</span>
      <span v-if="item.here.length && !item.isClosed" class="who" aria-hidden="true"
        ><i v-for="row in item.here.slice(0, MOST)" :key="row.key" :title="row.name">{{ row.initials }}</i
        ><em v-if="item.here.length > MOST">+{{ item.here.length - MOST }}</em></span
      >
    </button>
  </div>
</template>

<style scoped>
.month {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 1px;
  background: var(--hairline);
  border: 1px solid var(--hairline);
  border-radius: 22px 22px 12px 12px;
  overflow: hidden;
}
.short {
  display: none;
}
.name {
  background: var(--card);
  padding: 9px 12px;
  font-size: 13.5px;
  font-weight: 500;
}
.day {
  display: flex;
  flex-direction: column;
  gap: 4px;
  align-items: stretch;
  min-height: 96px;
  padding: 8px 12px;
  background: var(--card);
  text-align: start;
}
.day:hover {
  background: var(--wine-tint);
}
.day:focus-visible {
  outline-offset: -3px;
  z-index: 1;
}
.top {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  align-items: baseline;
}
.top b {
  font-weight: 600;
}
.top small {
  font-size: 12px;
  line-height: 16px;
  color: var(--brass-dark);
}
.today {
  box-shadow: inset 0 0 0 2px var(--brass);
}
.today b {
  color: var(--mulberry);
}
.hours {
  font-size: 13px;
  line-height: 18px;
  color: var(--moss-dark);
  font-weight: 500;
}
.none {
  font-size: 13px;
  color: var(--clay-dark);
}
.none.shut {
  color: var(--muted);
}
.why {
  font-size: 13px;
  line-height: 18px;
  font-weight: 600;
  color: var(--muted);
}
.closed {
  background: repeating-linear-gradient(115deg, #f6efe6 0 9px, #ece1d1 9px 14px);
}
.who {
  display: flex;
  gap: 4px;
  margin-top: auto;
  align-items: center;
}
.who i {
  width: 26px;
  height: 28px;
  border-radius: 13px 13px 6px 6px;
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 12px/28px var(--text);
  text-align: center;
}
.day:hover .who i {
  background: var(--card);
}
.who em {
  font: 500 12px/16px var(--text);
  color: var(--muted);
}
.out:not(.closed) {
  background: var(--paper);
}
.out b,
.out .hours,
.out .none {
  color: var(--muted);
}
.out .who {
  display: none;
}
@media (max-width: 700px) {
  .name {
    font-size: 12.5px;
    padding: 6px;
  }
  .whole {
    display: none;
  }
  .short {
    display: inline;
  }
  .day {
    padding: 6px;
    min-height: 74px;
  }
  .who,
  .top small {
    display: none;
  }
  .hours,
  .why,
  .none {
    font-size: 12px;
    line-height: 15px;
    overflow-wrap: anywhere;
  }
}
</style>
