<script setup lang="ts">
// Today: the tide's curve, the light, the hours in which the break works, now.
import { computed, ref } from 'vue'
import type { Now } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { heightOf } from '@/shared/units/units'
import { useSize } from '@/shared/drawing/size'

const props = defineProps<{ now: Now }>()
const { units } = useSession()
const svg = ref<SVGSVGElement | null>(null)
const size = useSize(svg, { width: 380, height: 86 })
const [TOP, FOOT] = [16, 18]

const x = (hour: number) => 8 + (hour / 24) * (size.width - 16)
const span = computed(() => {
  const [low, high] = [Math.min(...props.now.tides), Math.max(...props.now.tides)]
  return { low, high: Math.max(high, low + 0.1) }
})
const y = (metres: number) =>
  TOP +
  (1 - (metres - span.value.low) / (span.value.high - span.value.low)) *
    (size.height - TOP - FOOT - 6)
const curve = computed(() =>
  props.now.tides
    .map((height, i) => `${i ? 'L' : 'M'}${x(i / 2).toFixed(1)},${y(height).toFixed(1)}`)
    .join(''),
)
const clock = (hour: number) =>
  `${String(Math.floor(hour) % 24).padStart(2, '0')}:${String(Math.round((hour % 1) * 60) % 60).padStart(2, '0')}`
const hourOf = (at: string) => (Date.parse(at) - Date.parse(props.now.day_begins)) / 3_600_000
const local = computed(() => {
  const [hour, minute] = props.now.local_now.slice(11, 16).split(':').map(Number)
  return (hour ?? 0) + (minute ?? 0) / 60
})
/** Spells in which the break works and there is light. */
const works = computed(() => {
  const made: { from: number; to: number }[] = []
  const light = props.now.light ?? [0, 24]
  if (props.now.works_at.every(Boolean)) return made
  for (const [i, on] of props.now.works_at.entries()) {
    const hour = i / 2
    if (!on || hour < light[0] || hour > light[1]) continue
    const last = made[made.length - 1]
    if (last && hour - last.to <= 0.5) last.to = hour
    else made.push({ from: hour, to: hour })
  }
  return made.filter((spell) => spell.to > spell.from)
})
const turns = computed(() =>
  props.now.turns.map((turn) => ({
    hour: hourOf(turn.at),
    says: `${turn.high ? 'high' : 'low'} ${clock(hourOf(turn.at))}`,
    height: heightOf(turn.height_m, units.value),
    high: turn.high,
  })),
)
const title = computed(() => turns.value.map((turn) => `${turn.says}, ${turn.height}`).join(' · '))
const light = computed(() =>
  props.now.light ? `light ${clock(props.now.light[0])}–${clock(props.now.light[1])}` : '',
)
const best = computed(() =>
  works.value.map((spell) => `${clock(spell.from)}–${clock(spell.to)}`).join(', '),
)
</script>

<template>
  <section class="today" aria-label="Today">
    <h2>
      Tide today<span v-if="light">, {{ light }}</span>
      <span v-if="best">; works {{ best }}</span>
    </h2>
    <svg
      v-if="now.tides.length"
      ref="svg"
      role="img"
      :aria-label="`${title}. ${light}. ${best ? `Works ${best}.` : ''}`"
    >
      <rect
        v-if="now.light"
        class="light"
        :x="x(now.light[0])"
        :y="TOP - 6"
        :width="x(now.light[1]) - x(now.light[0])"
        :height="size.height - TOP - FOOT + 6"
      />
      <rect
        v-for="spell in works"
        :key="spell.from"
        class="works"
        :x="x(spell.from)"
        :y="TOP - 6"
        :width="x(spell.to) - x(spell.from)"
        :height="size.height - TOP - FOOT + 6"
      />
      <path class="curve" :d="curve" />
      <path class="now" :d="`M${x(local)},${TOP - 10}V${size.height - FOOT}`" />
      <text
        v-for="hour in [0, 6, 12, 18, 24]"
        :key="hour"
        :x="x(hour)"
        :y="size.height - 4"
        :class="{ first: hour === 0, last: hour === 24 }"
      >
        {{ String(hour).padStart(2, '0') }}
      </text>
    </svg>
    <p class="turns">
      <span v-for="turn in turns" :key="turn.hour">{{ turn.says }} {{ turn.height }}</span>
    </p>
  </section>
</template>

<style scoped src="./TideStrip.css"></style>
