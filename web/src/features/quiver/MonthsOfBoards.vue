<script setup lang="ts">
// Month by month: on how many days each board is the one to take, and on how many none works.
import { computed } from 'vue'
import type { Quiver, QuiverMonths } from '@/shared/api/client'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { useQuiver } from './quiver'
import { fillOf } from './weaves'

const props = defineProps<{ quiver: Quiver; months: QuiverMonths }>()
const { state, askMonths } = useQuiver()
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const FREE = (['any day', 'weekends', 'evenings and weekends'] as const).map((value) => ({
  value,
  says: value,
}))
const HIGH = 74
const [EACH, WIDE] = [46, 36]

const columns = computed(() => {
  const rows = props.months.months
  const most = Math.max(1, ...rows.map((row) => row.boards.reduce((a, b) => a + b, row.none)))
  return rows.map((row, i) => {
    let y = HIGH
    const parts = [...row.boards, row.none].map((days, place) => {
      const high = (days / most) * HIGH
      y -= high
      return { days, high, y, place: place < row.boards.length ? place : -1 }
    })
    const says = props.quiver.answer.countries
      .map((one, place) => `${one.name} ${Math.round(row.boards[place] ?? 0)}`)
      .concat(`no board ${Math.round(row.none)}`)
    return { name: NAMES[row.month - 1], x: i * EACH, parts, says: says.join(', ') }
  })
})
function choose(free: (typeof FREE)[number]['value']): void {
  state.free = free
  void askMonths()
}
</script>

<template>
  <section aria-label="Month by month">
    <h2>
      Month by month: days each board is the right one
      <span class="free" role="group" aria-label="Which days count">
        <ChoiceButtons :options="FREE" :chosen="state.free" @choose="choose" />
      </span>
    </h2>
    <div class="scroll" tabindex="0" role="region" aria-label="Months">
      <svg :width="12 * EACH" :height="HIGH + 20" role="img" aria-label="Days by month and board">
        <g v-for="column in columns" :key="column.name" :transform="`translate(${column.x},0)`">
          <title>{{ column.name }}: {{ column.says }}</title>
          <template v-for="part in column.parts" :key="part.place">
            <rect
              v-if="part.high > 0.2"
              :y="part.y"
              :width="WIDE"
              :height="part.high"
              :fill="fillOf(part.place)"
              :class="{ none: part.place < 0 }"
            />
            <text v-if="part.high >= 13" :x="WIDE / 2" :y="part.y + part.high / 2 + 5">
              {{ Math.round(part.days) }}
            </text>
          </template>
          <text :x="WIDE / 2" :y="HIGH + 16" class="month">{{ column.name }}</text>
        </g>
      </svg>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin: 6px 0 4px;
  font: 600 15px var(--sans);
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
}
.free {
  margin-left: auto;
  font-weight: 400;
  font-size: 13px;
}
.scroll {
  overflow-x: auto;
}
svg {
  display: block;
}
rect {
  stroke: var(--sea);
  stroke-width: 0.8;
}
rect.none {
  stroke-dasharray: 2 2;
}
text {
  font: 13px var(--sans);
  fill: var(--ink);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.month {
  stroke: none;
}
</style>
