<script setup lang="ts">
// The way ahead. To be read in five seconds: until when each board serves, and which litres are right then.
import { computed, ref } from 'vue'
import type { Quiver, QuiverPlan } from '@/shared/api/client'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { useSize } from '@/shared/drawing/size'
import { useQuiver } from './quiver'
import { fillOf } from './weaves'

const props = defineProps<{ quiver: Quiver; plan: QuiverPlan }>()
const { state, askPlan } = useQuiver()
const GROWTH = [
  { value: 'both', says: 'both' },
  { value: 'girls', says: 'girls' },
  { value: 'boys', says: 'boys' },
] as const
const svg = ref<SVGSVGElement | null>(null)
const size = useSize(svg, { width: 600, height: 300 })
const [LEFT, TOP, HIGH, ROW] = [158, 16, 132, 24]

const plan = computed(() => props.plan.plan)
const last = computed(() => plan.value.months[plan.value.months.length - 1]?.month ?? 36)
const wide = computed(() => size.width - LEFT - 8)
const x = (month: number) => LEFT + (Math.min(month, last.value) / last.value) * wide.value
const range = computed(() => {
  const every = plan.value.months.flatMap((one) => one.spread_l)
  const boards = plan.value.until.map((one) => one.litres)
  const [low, high] = [Math.min(...every), Math.max(...every)]
  // A board far beside the band stands at its rim.
  return [
    Math.min(low, ...boards.filter((l) => l > low * 0.7)) - 1,
    Math.max(high, ...boards.filter((l) => l < high * 1.4)) + 1,
  ] as const
})
const y = (litres: number) => {
  const [low, high] = range.value
  const share = (litres - low) / (high - low)
  return TOP + HIGH * (1 - Math.min(Math.max(share, 0), 1))
}
function band(
  of: (month: (typeof plan.value.months)[number]) => readonly [number, number] | number[],
) {
  const up = plan.value.months.map((one) => `${x(one.month)},${y(of(one)[1] ?? 0)}`)
  const down = [...plan.value.months]
    .reverse()
    .map((one) => `${x(one.month)},${y(of(one)[0] ?? 0)}`)
  return `M${[...up, ...down].join('L')}Z`
}
const ticks = computed(() => {
  const [low, high] = range.value
  const step = [2, 5, 10, 20].find((one) => (high - low) / one <= 6) ?? 20
  const made = []
  for (let litres = Math.ceil(low / step) * step; litres <= high; litres += step)
    made.push({ litres, y: y(litres) })
  return made
})
/** Every half year by its month. */
const dates = computed(() => {
  const now = new Date()
  return Array.from({ length: Math.floor(last.value / 6) + 1 }, (_, i) => {
    const at = new Date(now.getFullYear(), now.getMonth() + 6 * i, 1)
    const says = at.toLocaleDateString('en-GB', { month: 'short', year: 'numeric' })
    return { month: 6 * i, says: i ? says : 'now' }
  })
})
const months = (low: number | null, middle: number | null, high: number | null) => {
  if (middle === null) return low === null ? `past ${last.value} months` : `${low} months or more`
  if (middle === 0) return 'not for most days'
  const end = high === null ? `more than ${last.value}` : high
  return low === middle && high === middle
    ? `about ${middle} months`
    : `about ${middle} months, ${low} to ${end}`
}
const rows = computed(() =>
  plan.value.until.map((one, place) => ({
    ...one,
    place,
    y: TOP + HIGH + 30 + place * ROW,
    end: one.months === null ? last.value : one.months,
    low: one.low_months ?? last.value,
    high: one.high_months ?? last.value,
    says: months(one.low_months, one.months, one.high_months),
    worthSays: one.worth === null || one.months === 0 ? '' : `worth ${Math.round(one.worth)} then`,
  })),
)
const climbs = computed(() =>
  plan.value.climbs.map((one) => ({
    ...one,
    says: `${one.rung}: about ${Math.round(one.months)} months, ${Math.round(one.low_months)} to ${Math.round(one.high_months)}`,
  })),
)
const chain = computed(() => {
  const { best, one_board: one } = plan.value
  if (!best || !one) return ''
  const parts = best.boards.map(
    (board) =>
      `${board.family}, ${board.litres.toFixed(0)} L${board.from_month ? ` from month ${board.from_month}` : ' now'}`,
  )
  const about = (of: typeof best) =>
    of.price === null ? '' : `, for about ${Math.round(of.price)}`
  const rides = `about ${Math.round(best.rides)} rides in ${last.value} months${about(best)}`
  const dead = (of: typeof best) =>
    of.dead_months ? `, ${of.dead_months} months in which none serves` : ''
  if (best.boards.length === 1)
    return `One board does it: ${parts.join('')}; ${rides}${dead(best)}.`
  const less = Math.round(best.rides - one.rides)
  return `${parts.join(', then ')}: ${rides}${dead(best)}. One board alone: ${less} rides fewer${about(one)}${dead(one)}.`
})
const movers = computed(() => {
  const next = plan.value.climbs[0]?.rung
  if (!next || !plan.value.movers.length) return ''
  const parts = plan.value.movers.map(
    (one) => `${one.sessions_month} sessions a month: ${Math.round(one.months)} months`,
  )
  return `What would move it, until ${next}: ${parts.join('; ')}.`
})
function growth(of: 'both' | 'girls' | 'boys'): void {
  state.growthOf = of
  void askPlan()
}
const says = computed(() => rows.value.map((row) => `${row.name} ${row.says}`).join('; '))
</script>

<template>
  <div class="ahead">
    <p v-if="plan.missing?.length" class="quiet">Say mass and what they can do on the ticket.</p>
    <template v-else>
      <p v-if="plan.grows" class="quiet" role="group" aria-label="Whose growth is taken">
        grows as half of all
        <ChoiceButtons :options="GROWTH" :chosen="state.growthOf" @choose="growth" />
      </p>
      <svg
        ref="svg"
        role="img"
        :aria-label="`The way ahead: ${says}.`"
        :style="{ height: `${TOP + HIGH + 34 + rows.length * ROW}px` }"
      >
        <path class="spread" :d="band((one) => one.spread_l)" />
        <path class="band" :d="band((one) => one.litres)" />
        <g v-for="tick in ticks" :key="tick.litres">
          <path class="tick" :d="`M${LEFT - 4},${tick.y}h4`" />
          <text class="end" :x="LEFT - 8" :y="tick.y + 4">{{ tick.litres }} L</text>
        </g>
        <g v-for="climb in climbs" :key="climb.rung">
          <path
            v-if="climb.months <= last"
            class="climb"
            :d="`M${x(climb.months)},${TOP - 4}V${TOP + HIGH}`"
          />
          <text
            v-if="climb.months <= last"
            :class="climb.months > last * 0.7 ? 'end' : ''"
            :x="x(climb.months) + (climb.months > last * 0.7 ? -4 : 4)"
            :y="TOP + 2"
          >
            {{ climb.rung }}
          </text>
        </g>
        <path
          v-for="row in rows.filter((one) => one.serves)"
          :key="`line ${row.place}`"
          class="own"
          :d="`M${x(0)},${y(row.litres)}H${x(row.end)}`"
        />
        <g v-for="date in dates" :key="date.month">
          <path class="tick" :d="`M${x(date.month)},${TOP + HIGH}v4`" />
          <text
            :class="date.month === 0 ? '' : date.month >= last ? 'end' : 'mid'"
            :x="x(date.month)"
            :y="TOP + HIGH + 17"
          >
            {{ date.says }}
          </text>
        </g>
        <g v-for="row in rows" :key="row.place" :data-until="row.name">
          <text class="end name" :x="LEFT - 8" :y="row.y + 13">{{ row.name }}</text>
          <rect
            v-if="row.end > 0"
            :x="x(0)"
            :y="row.y"
            :width="Math.max(x(row.end) - x(0), 1)"
            height="16"
            :fill="fillOf(row.place)"
          />
          <path
            v-if="row.high > row.low"
            class="unsure"
            :d="`M${x(row.low)},${row.y + 8}H${x(row.high)}`"
          />
          <text class="over" :x="x(0) + 8" :y="row.y + 13">
            {{ row.says }}{{ row.worthSays ? `; ${row.worthSays}` : '' }}
          </text>
        </g>
      </svg>
      <ul>
        <li v-for="climb in climbs" :key="climb.rung">{{ climb.says }}</li>
        <li v-if="chain">{{ chain }}</li>
        <li v-if="movers">{{ movers }}</li>
      </ul>
      <p class="quiet">
        Bands hold eight of ten; never a promise. Pale: slower or quicker learners.
        {{ plan.pauses }}
      </p>
    </template>
  </div>
</template>

<style scoped src="./WayAhead.css"></style>
