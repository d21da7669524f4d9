<script setup lang="ts">
// A break as a shore seen from above, the sea up: the window in which swells come in whole, the last swell and
// wind, what the bottom is.
import { computed, ref } from 'vue'
import type { Break, Now } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { heightOf, speedText } from '@/shared/units/units'
import { useSize } from '@/shared/drawing/size'
import { bearing, wholeShore } from '@/shared/units/waveMap'

const props = defineProps<{ place: Break; now: Now | null; age: string }>()
const { units } = useSession()
const svg = ref<SVGSVGElement | null>(null)
const size = useSize(svg, { width: 400, height: 300 })

const shore = computed(() => wholeShore(props.place.shore))
const foot = computed(() => ({ x: size.width / 2, y: size.height * 0.8 }))
const reach = computed(() => Math.min(size.height * 0.66, size.width * 0.45))

/** A point so far out, so many degrees to the right of where the break looks. */
function out(off: number, far: number): { x: number; y: number } {
  const angle = (off * Math.PI) / 180
  return { x: foot.value.x + far * Math.sin(angle), y: foot.value.y - far * Math.cos(angle) }
}
const at = (point: { x: number; y: number }) => `${point.x.toFixed(1)},${point.y.toFixed(1)}`
const turned = (deg: number) => ((deg - (shore.value?.faces_deg ?? 0) + 540) % 360) - 180
const compass = (deg: number) => Math.round((deg + 720) % 360)

const fan = computed(() => {
  const half = shore.value?.window_deg ?? 40
  const [a, b] = [out(-half, reach.value), out(half, reach.value)]
  const large = half > 90 ? 1 : 0
  return {
    path: `M${at(foot.value)}L${at(a)}A${reach.value},${reach.value} 0 ${large} 1 ${at(b)}Z`,
    ends: [-1, 1].map((side) => ({
      ...out(side * half, reach.value + 16),
      says: `${compass((shore.value?.faces_deg ?? 0) + side * half)}°`,
    })),
  }
})
const north = computed(() => {
  const off = -(shore.value?.faces_deg ?? 0)
  return `rotate(${off} 26 34)`
})
const swell = computed(() => {
  const now = props.now
  if (!shore.value || typeof now?.from_deg !== 'number' || now.height_m === null) return null
  const off = turned(now.from_deg)
  const angle = Math.max(-82, Math.min(82, off))
  const [from, to] = [out(angle, reach.value + 26), out(angle, reach.value * 0.56)]
  const lines = [0.2, 0.31, 0.42].map((share) => {
    const [a, b] = [out(angle - 17, reach.value * share), out(angle + 17, reach.value * share)]
    const r = (reach.value * share).toFixed(1)
    return `M${at(a)}A${r},${r} 0 0 1 ${at(b)}`
  })
  const says = `${heightOf(now.height_m, units.value)}, ${now.period_s?.toFixed(0) ?? '–'} s, from ${compass(now.from_deg)}°`
  const comes = Math.abs(off) < 90
  return { from, to, lines: comes ? lines : [], says, comes }
})
const wind = computed(() => {
  const now = props.now
  if (!shore.value || typeof now?.wind_from_deg !== 'number' || now.wind_m_s === null) return ''
  return `wind ${speedText(now.wind_m_s, units.value)} from ${bearing(now.wind_from_deg)}`
})
const land = computed(() => {
  const [w, h, y] = [size.width, size.height, foot.value.y]
  return `M0,${y + 14}C${w * 0.2},${y - 4} ${w * 0.35},${y + 6} ${w * 0.5},${y + 3}S${w * 0.85},${y - 10} ${w},${y + 6}V${h}H0Z`
})
/** Marks of what the bottom is, always at the same places. */
const bottom = computed(() => {
  const rows = []
  for (let i = 0; i < 26; i++) {
    const off = ((i * 37) % 110) - 55
    const point = out(off, reach.value * (0.1 + (0.16 * ((i * 53) % 7)) / 7))
    rows.push(point)
  }
  const size_ = { rock: 4, reef: 3.4, sand: 1, built: 3 }[props.place.bottom ?? 'sand']
  if (props.place.bottom === 'reef') return rows.map((p) => `M${p.x - 4},${p.y}l4,-3l4,3`).join('')
  return rows
    .map(
      (p) =>
        `M${p.x - size_},${p.y}a${size_},${size_ * 0.7} 0 1 0 ${2 * size_},0a${size_},${size_ * 0.7} 0 1 0 ${-2 * size_},0`,
    )
    .join('')
})
const alt = computed(() => {
  if (!shore.value) return 'How the break lies is not said.'
  const [a, b] = fan.value.ends.map((end) => end.says)
  return `Open from ${a} to ${b}. ${swell.value ? `Last swell ${swell.value.says}.` : ''} ${wind.value}`
})
</script>

<template>
  <svg ref="svg" class="shore" role="img" :aria-label="alt">
    <defs>
      <pattern id="weave" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M0,6L6,0M-1,1L1,-1M5,7L7,5" />
      </pattern>
    </defs>
    <rect class="sea" width="100%" height="100%" />
    <path v-if="shore" class="fan" :d="fan.path" fill="url(#weave)" />
    <path class="land" :d="land" />
    <path v-if="place.bottom" class="bottom" :d="bottom" />
    <template v-if="shore">
      <text v-for="end in fan.ends" :key="end.says" class="end" :x="end.x" :y="end.y + 4">
        {{ end.says }}
      </text>
      <g class="north" aria-hidden="true">
        <path d="M26,48V24M26,20l-4,9h8z" :transform="north" />
        <text x="26" y="64">north</text>
      </g>
    </template>
    <g v-if="swell" class="swell" :class="{ old: !now?.fresh }">
      <path v-for="line in swell.lines" :key="line" class="line" :d="line" />
      <path
        v-if="swell.comes"
        class="arrow"
        :d="`M${at(swell.from)}L${at(swell.to)}`"
        marker-end="url(#tip)"
      />
    </g>
    <marker
      id="tip"
      viewBox="0 0 10 10"
      refX="8"
      refY="5"
      markerWidth="7"
      markerHeight="7"
      orient="auto"
    >
      <path class="tip" :class="{ old: !now?.fresh }" d="M0,0L10,5L0,10z" />
    </marker>
    <text v-if="swell" class="says" :class="{ old: !now?.fresh }" x="62" y="20">
      {{ now?.fresh ? 'now' : age }} {{ swell.says }}
    </text>
    <text v-if="swell && !swell.comes" class="wind" x="62" y="56">
      from behind the land: nothing comes in
    </text>
    <text v-if="wind" class="wind" :class="{ old: !now?.fresh }" x="62" y="38">{{ wind }}</text>
    <text class="ground" :x="size.width - 14" :y="size.height - 12">{{ place.bottom ?? '' }}</text>
    <text v-if="!shore" class="none" :x="size.width / 2" :y="size.height * 0.4">
      How it lies is not said: key e
    </text>
  </svg>
</template>

<style scoped src="./ShoreView.css"></style>
