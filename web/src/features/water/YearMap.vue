<script setup lang="ts">
// The year as a map: the share of hours at each face and steepness; remembered days and today as marks.
import { computed, ref } from 'vue'
import type { BreakClimate, Now } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import WaveAxes from '@/shared/drawing/WaveAxes.vue'
import { useSize } from '@/shared/drawing/size'
import { besideMark, dayRank, faceY, frameOf, slopeX, type DayMark } from '@/shared/units/waveMap'

const props = defineProps<{
  gives: BreakClimate
  now: Now | null
  body: number
  marks: DayMark[]
}>()
const { words } = useSession()
const svg = ref<SVGSVGElement | null>(null)
const size = useSize(svg, { width: 560, height: 410 })
const [LEFT, BELOW, HALF] = [78, 26, 200]

const frame = computed(() =>
  frameOf(
    props.gives,
    [
      ...props.marks.map((mark) => mark.face_m),
      ...props.gives.bins.map((bin) => (props.gives.climate ? 0 : bin.face_m)),
    ],
    { left: LEFT, top: 6, wide: size.width - LEFT - 4, high: size.height - BELOW - 6 },
  ),
)
const cells = computed(() => {
  const map = props.gives.climate?.map
  if (!map) return []
  const most = Math.max(...map.share.flat())
  const made = []
  for (const [i, row] of map.share.entries()) {
    const [low, high] = [map.face_edges_m[i] ?? 0, map.face_edges_m[i + 1] ?? 0]
    if (low >= frame.value.most_m) break
    for (const [k, share] of row.entries()) {
      if (share < 0.0002) continue
      const x = slopeX(map.slope_edges[k] ?? 0.2, frame.value)
      const y = faceY(high, frame.value)
      made.push({
        x: x + 0.5,
        y: y + 0.5,
        wide: Math.max(slopeX(map.slope_edges[k + 1] ?? 1, frame.value) - x - 1, 0.5),
        high: Math.max(faceY(low, frame.value) - y - 1, 0.5),
        ink: 0.06 + 0.88 * Math.sqrt(share / most),
        says: `${(share * 100).toFixed(1)} % of the hours`,
      })
    }
  }
  return made
})
/** Without hours of a buoy: the bins that a fitting is given, dotted where they are only remembered. */
const dots = computed(() => {
  if (props.gives.climate) return []
  const most = Math.max(...props.gives.bins.map((bin) => bin.weight))
  return props.gives.bins.map((bin) => ({
    x: slopeX(bin.steepness, frame.value),
    y: faceY(bin.face_m, frame.value),
    r: 10 * Math.sqrt(bin.weight / most),
  }))
})
const slopeOf = (name: string) => words.value?.slopes[name] ?? 0.46
const today = computed(() => {
  const now = props.now
  if (!now?.fresh || now.face_m === null || !now.steepness) return null
  return { x: slopeX(slopeOf(now.steepness), frame.value), y: faceY(now.face_m, frame.value) }
})
/** Words are drawn in two hands: theirs are measured as they are drawn. */
const pen = document.createElement('canvas').getContext('2d')
const widthOf = (says: string, font: string) => {
  if (!pen) return says.length * 8
  const style = getComputedStyle(document.documentElement)
  pen.font = font
    .replace('hand', style.getPropertyValue('--hand'))
    .replace('sans', style.getPropertyValue('--sans'))
  return pen.measureText(says).width + 2
}
const around = (at: { x: number; y: number }) => ({ x: at.x - 9, y: at.y - 9, wide: 18, high: 18 })
/** Remembered days and today, each with its words where they lie on nothing else. */
const days = computed(() => {
  const rows = props.marks.map((mark) => ({
    ...mark,
    x: slopeX(slopeOf(mark.steepness), frame.value),
    y: faceY(mark.face_m, frame.value),
    rank: mark.share === null ? '' : dayRank(mark.share),
  }))
  const here = today.value
  const line = {
    x: frame.value.left + frame.value.wide - HALF,
    y: half.value - 18,
    wide: HALF,
    high: 19,
  }
  const taken = [...rows, ...(here ? [here] : [])].map(around)
  if (props.gives.climate) taken.push(line)
  const now =
    here &&
    besideMark(here, { wide: widthOf('today', '600 13px sans'), high: 17 }, taken, frame.value)
  if (now) taken.push(now)
  const marks = rows.map((row) => {
    const words = besideMark(
      row,
      { wide: widthOf(row.says, '16px hand'), high: 21 },
      taken,
      frame.value,
    )
    taken.push(words)
    return { ...row, words }
  })
  return { marks, now }
})
const half = computed(() => faceY(props.gives.climate?.usual_m ?? 0, frame.value))
const alt = computed(() => props.gives.says.join(' '))
</script>

<template>
  <svg ref="svg" class="map" role="img" :aria-label="`The year as a map. ${alt}`">
    <WaveAxes :frame="frame" :body="body" />
    <rect
      v-for="cell in cells"
      :key="`${cell.x},${cell.y}`"
      class="cell"
      :x="cell.x"
      :y="cell.y"
      :width="cell.wide"
      :height="cell.high"
      :fill-opacity="cell.ink"
    >
      <title>{{ cell.says }}</title>
    </rect>
    <circle
      v-for="(dot, i) in dots"
      :key="i"
      class="dot"
      :class="{ guessed: !!gives.unsure }"
      :cx="dot.x"
      :cy="dot.y"
      :r="dot.r"
    />
    <g v-if="gives.climate">
      <path class="half" :d="`M${frame.left},${half}H${frame.left + frame.wide}`" />
      <text class="tick end" :x="frame.left + frame.wide - 6" :y="half - 5">
        half of the days lie below
      </text>
    </g>
    <g v-for="day in days.marks" :key="day.says" class="day">
      <circle :cx="day.x" :cy="day.y" r="6" />
      <text :x="day.words.x" :y="day.words.y + 15">
        {{ day.says }}
        <title>{{ day.rank }}</title>
      </text>
    </g>
    <rect v-if="today" class="today" :x="today.x - 10" :y="today.y - 8" width="20" height="16">
      <title>today</title>
    </rect>
    <text v-if="days.now" class="now" :x="days.now.x" :y="days.now.y + 13">today</text>
  </svg>
</template>

<style scoped src="./YearMap.css"></style>
