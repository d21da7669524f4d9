<script setup lang="ts">
// The map of this water's waves: face upwards, steepness to the right; the waves on which each board is taken in
// its pattern, shaded where two do the same, white where none works. Dots: how many days a year such waves come.
import { computed, ref } from 'vue'
import type { Quiver } from '@/shared/api/client'
import WaveAxes from '@/shared/drawing/WaveAxes.vue'
import { useSize } from '@/shared/drawing/size'
import { useSession } from '@/shared/shell/session'
import { faceY, slopeX } from '@/shared/units/waveMap'
import { areaOf, bordersOf, frameFor } from './countries'
import { fillOf } from './weaves'
import { countDays } from '@/shared/units/days'

const props = defineProps<{ quiver: Quiver; shown: number | null }>()
defineEmits<{ show: [place: number | null] }>()
const { words } = useSession()
const svg = ref<SVGSVGElement | null>(null)
const size = useSize(svg, { width: 560, height: 330 })
const [LEFT, BELOW] = [78, 24]

const answer = computed(() => props.quiver.answer)
const frame = computed(() =>
  frameFor(answer.value, {
    left: LEFT,
    top: 6,
    wide: size.width - LEFT - 4,
    high: size.height - BELOW - 6,
  }),
)
const map = computed(() => answer.value.wave_map)
const borders = computed(() => bordersOf(answer.value, frame.value))
const areas = computed(() =>
  answer.value.countries.map((country, place) => ({
    place,
    country,
    ...areaOf(answer.value, frame.value, (row, column) => {
      return map.value?.boards[row]?.[column] === place
    }),
  })),
)
/** Where two or more do the same, whichever is taken. */
const either = computed(() =>
  areaOf(answer.value, frame.value, (row, column) => !!map.value?.either[row]?.[column]),
)
const dots = computed(() => {
  const most = Math.max(...answer.value.waves.map((wave) => wave.days))
  return answer.value.waves.map((wave) => ({
    x: slopeX(wave.slope, frame.value),
    y: faceY(wave.face_m, frame.value),
    r: 1 + 5 * Math.sqrt(wave.days / most),
    says: `${wave.days.toFixed(1)} days a year`,
  }))
})
/** Names in their countries where there is room; lower ones give way to larger ones. */
const labels = computed(() => {
  const made: { x: number; y: number; name: string; days: string; place: number }[] = []
  for (const area of [...areas.value].sort((a, b) => b.size - a.size)) {
    if (area.size < 1500) continue
    let y = area.y
    while (made.some((one) => Math.abs(one.y - y) < 36 && Math.abs(one.x - area.x) < 130)) y += 12
    const { place, country } = area
    made.push({ x: area.x, y, name: country.name, days: countDays(country.days), place })
  }
  return made
})
/** What is wrong with the waves on which no board works, written where most of them lie. */
const WHY = { big: 'too big', soft: 'too soft', small: 'too small' } as const
const holes = computed(() =>
  (['big', 'soft', 'small'] as const).flatMap((why) => {
    const its = answer.value.waves.filter((wave) => wave.hole === why)
    const count = its.reduce((sum, wave) => sum + wave.days, 0)
    if (Math.round(count) < 1) return []
    const mean = (of: (wave: (typeof its)[number]) => number) =>
      its.reduce((sum, wave) => sum + of(wave) * wave.days, 0) / count
    const x = mean((wave) => slopeX(wave.slope, frame.value))
    const y = mean((wave) => faceY(wave.face_m, frame.value))
    return [{ why, x, y, name: `no board: ${WHY[why]}`, days: countDays(count) }]
  }),
)
const today = computed(() => {
  const now = props.quiver.today
  const slope = now && words.value?.slopes[now.steepness]
  return now && slope ? { x: slopeX(slope, frame.value), y: faceY(now.face_m, frame.value) } : null
})
const says = computed(() =>
  [
    ...answer.value.countries.map((one) => `${one.name} ${countDays(one.days)}`),
    `no board ${countDays(answer.value.hole_days)}`,
  ].join(', '),
)
</script>

<template>
  <svg ref="svg" class="map" role="img" :aria-label="`Which board on which waves: ${says}.`">
    <WaveAxes :frame="frame" :body="quiver.body_m" />
    <path
      v-for="area in areas"
      :key="area.place"
      class="country"
      :class="{ faint: shown !== null && shown !== area.place }"
      :d="area.path"
      :fill="fillOf(area.place)"
      @pointerenter="$emit('show', area.place)"
      @pointerleave="$emit('show', null)"
    />
    <path class="either" :d="either.path" />
    <path class="border" :d="borders" />
    <circle v-for="(dot, i) in dots" :key="i" class="dot" :cx="dot.x" :cy="dot.y" :r="dot.r">
      <title>{{ dot.says }}</title>
    </circle>
    <g v-for="label in labels" :key="label.place" class="label">
      <text :x="label.x" :y="label.y - 3" class="name">{{ label.name }}</text>
      <text :x="label.x" :y="label.y + 13">{{ label.days }}</text>
    </g>
    <g v-for="label in holes" :key="label.why" class="label">
      <text :x="label.x" :y="label.y - 3" class="name">{{ label.name }}</text>
      <text :x="label.x" :y="label.y + 13">{{ label.days }}</text>
    </g>
    <rect v-if="today" class="today" :x="today.x - 10" :y="today.y - 8" width="20" height="16">
      <title>today</title>
    </rect>
  </svg>
</template>

<style scoped>
.map {
  width: 100%;
  height: 100%;
  min-height: 220px;
  display: block;
}
.country {
  shape-rendering: crispEdges;
}
.country.faint {
  opacity: 0.3;
}
.either {
  fill: var(--ink);
  fill-opacity: 0.09;
  shape-rendering: crispEdges;
  pointer-events: none;
}
.border {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
  pointer-events: none;
}
.dot {
  fill: var(--note);
  fill-opacity: 0.55;
}
.label text {
  text-anchor: middle;
  font: 13px var(--sans);
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--foam);
  stroke-width: 5px;
  pointer-events: none;
}
.label .name {
  font-weight: 600;
}
.today {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 2.5;
}
</style>
