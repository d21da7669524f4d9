<script setup lang="ts">
// A river's year: its flow day by day, and the window in which the wave works.
import { computed, ref } from 'vue'
import type { Break, BreakClimate } from '@/shared/api/client'
import { useSize } from '@/shared/drawing/size'

const props = defineProps<{ place: Break; gives: BreakClimate }>()
const svg = ref<SVGSVGElement | null>(null)
const size = useSize(svg, { width: 560, height: 360 })
/** Margins [px]; the right one holds half a month's name, which stands there in the month's first days. */
const [LEFT, RIGHT, FOOT] = [64, 16, 24]

const days = computed(() => props.gives.river?.days ?? [])
const river = computed(() => props.place.river ?? null)
const most = computed(
  () => Math.max(river.value?.high_m3_s ?? 1, ...days.value.map((day) => day.flow_m3_s)) * 1.08,
)
const x = (i: number) =>
  LEFT + (i / Math.max(days.value.length - 1, 1)) * (size.width - LEFT - RIGHT)
const y = (flow: number) => 8 + (1 - flow / most.value) * (size.height - FOOT - 8)
const line = computed(() =>
  days.value
    .map((day, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)},${y(day.flow_m3_s).toFixed(1)}`)
    .join(''),
)
const ticks = computed(() => {
  const step = most.value > 60 ? 20 : most.value > 25 ? 10 : 5
  return Array.from({ length: Math.floor(most.value / step) }, (_, i) => (i + 1) * step)
})
const months = computed(() =>
  days.value.flatMap((day, i) =>
    day.day.endsWith('-01')
      ? [{ x: x(i), says: new Date(`${day.day}T12:00Z`).toLocaleString('en', { month: 'short' }) }]
      : [],
  ),
)
</script>

<template>
  <svg
    v-if="days.length"
    ref="svg"
    class="flows"
    role="img"
    :aria-label="`Flow of the last ${days.length} days; the wave works between ${river?.low_m3_s} and ${river?.high_m3_s} cubic metres a second.`"
  >
    <rect
      class="paper"
      :x="LEFT"
      y="8"
      :width="size.width - LEFT - RIGHT"
      :height="size.height - FOOT - 8"
    />
    <rect
      v-if="river"
      class="window"
      :x="LEFT"
      :y="y(river.high_m3_s)"
      :width="size.width - LEFT - RIGHT"
      :height="y(river.low_m3_s) - y(river.high_m3_s)"
    />
    <text v-if="river" class="in" :x="LEFT + 8" :y="y(river.high_m3_s) + 17">works in here</text>
    <path class="line" :d="line" />
    <text v-for="tick in ticks" :key="tick" class="end" :x="LEFT - 8" :y="y(tick) + 4">
      {{ tick }} m³/s
    </text>
    <text v-for="month in months" :key="month.x" class="mid" :x="month.x" :y="size.height - 6">
      {{ month.says }}
    </text>
  </svg>
</template>

<style scoped>
.flows {
  width: 100%;
  height: 100%;
  min-height: 240px;
  display: block;
}
.paper {
  fill: var(--foam);
  stroke: var(--hairline);
}
.window {
  fill: var(--sea);
  fill-opacity: 0.16;
}
.line {
  fill: none;
  stroke: var(--sea);
  stroke-width: 2;
}
text {
  font: 13px var(--sans);
  fill: var(--ink);
}
.in {
  paint-order: stroke;
  stroke: var(--foam);
  stroke-width: 4px;
  fill: var(--sea);
  font-weight: 600;
}
.end {
  text-anchor: end;
}
.mid {
  text-anchor: middle;
}
</style>
