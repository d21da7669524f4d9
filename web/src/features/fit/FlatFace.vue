<script setup lang="ts">
// The board to scale, lying flat, nose right; the other board as a ghost line; where the feet go; a
// straight-edge that reads any place, with the cut there.
import { computed, ref, watch } from 'vue'
import { cutPoints } from '@/shared/drawing/cut'
import { at, lengthOf, planPath, shiftFor, sidePath } from '@/shared/drawing/drawing'
import { useBoardDetails } from './boardDetails'
import { afterPaint } from '@/shared/drawing/afterPaint'
import { useBeside } from './beside'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { thicknessText, widthText } from '@/shared/units/units'
import { useSize } from '@/shared/drawing/size'

const props = defineProps<{ align: 'tail' | 'wide' | 'nose' }>()
const ticket = useTicket()
const { version } = ticket
const answer = afterPaint(() => ticket.answer.value)
const { units } = useSession()
const { closer } = useBoardDetails()
const other = useBeside()
const LEFT = 18
/** Room [px] for the side under the plan, for the words between them, and the height under which the side
 * gives way, so that the plan stays legible. */
const [SIDE_ROOM, WORDS_ROOM, FOLDS_UNDER] = [44, 22, 176]
const frame = ref<SVGSVGElement | null>(null)
const size = useSize(frame, { width: 616, height: 230 })
const folded = computed(() => size.height < FOLDS_UNDER)
const plan = computed(() =>
  Math.max((size.height - (folded.value ? 0 : SIDE_ROOM) - WORDS_ROOM) / 2, 24),
)
const side = computed(() => size.height - 17)

const bench = computed(() => answer.value?.bench ?? null)
const on = computed(() => bench.value?.hull.curves ?? null)
/** The board that is laid on: one that is marked to lie beside, else the present one. */
const ghost = computed(() => other.value?.curves ?? answer.value?.present?.hull.curves ?? null)
const shift = computed(() =>
  on.value && ghost.value ? shiftFor(props.align, on.value, ghost.value) : 0,
)
const start = computed(() => Math.min(0, shift.value))
const scale = computed(() => {
  if (!on.value) return 1
  const ends = [lengthOf(on.value), ghost.value ? lengthOf(ghost.value) + shift.value : 0]
  const wide = Math.max(...on.value.half_width_m, ...(ghost.value?.half_width_m ?? [])) * 2
  const room = Math.max(size.width - 2 * LEFT, 60)
  return Math.min(room / (Math.max(...ends) - start.value), (2 * plan.value - 8) / wide)
})
/** On a small bench the words on the board are smaller. */
const small = computed(() => plan.value < 52)
const tail = computed(() => LEFT - start.value * scale.value)
const long = computed(() => (on.value ? lengthOf(on.value) : 0))
const middle = computed(() => tail.value + (long.value / 2) * scale.value)
const name = computed(() => bench.value?.board.name || bench.value?.board.family || '')
const dims = computed(() => bench.value?.hull.line[units.value] ?? '')
const alt = computed(() => `${name.value}, ${dims.value}, drawn to scale`)

/** Where the straight-edge lies, from the tail [m]; null when it is off the board. */
const place = ref<number | null>(null)
watch(
  () => bench.value?.id,
  () => (place.value = null),
)

function slide(event: PointerEvent): void {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const metres = (event.clientX - box.left - tail.value) / scale.value
  place.value = on.value && metres >= 0 && metres <= long.value ? metres : null
}

function keyed(event: KeyboardEvent): void {
  const step = (units.value === 'metric' ? 0.01 : 0.0254) * (event.shiftKey ? 10 : 1)
  const by: Record<string, number> = { ArrowRight: step, ArrowLeft: -step }
  if (event.key === 'Escape') place.value = null
  else if (event.key in by) {
    const from = place.value ?? (event.key === 'ArrowRight' ? -step : long.value + step)
    place.value = Math.min(long.value, Math.max(0, from + (by[event.key] ?? 0)))
  } else return
  event.preventDefault()
}

/** The bottom at the straight-edge: vee and concave by halves, as the board's document has them. */
const bottom = computed(() => {
  const of = bench.value?.hull.bottom
  if (!of || place.value === null) return ''
  const rear = place.value < long.value / 2
  const vee = rear ? of.vee_rear_deg : of.vee_front_deg
  const concave = rear ? of.concave_rear_deg : 0
  if (vee > concave + 0.05) return `vee ${vee.toFixed(1)}°: rolls easier`
  return concave > 0.05 ? `concave ${concave.toFixed(1)}°: lifts and drives` : 'flat bottom'
})

const reading = computed(() => {
  const [curve, x] = [on.value, place.value]
  if (!curve || x === null) return null
  const where =
    units.value === 'metric' ? `${Math.round(x * 100)} cm` : `${(x / 0.3048).toFixed(1)} ft`
  const [width, thick] = [2 * at(curve, curve.half_width_m, x), at(curve, curve.thickness_m, x)]
  return {
    where: `${where} from the tail`,
    lines: [
      `${widthText(width, units.value)} wide, ${thicknessText(thick, units.value)} thick`,
      `rocker ${thicknessText(at(curve, curve.rocker_m, x), units.value)}, ${bottom.value}`,
    ],
    cut: cutPoints(width, thick, at(curve, curve.section_m2, x))
      .map(([a, b]) => `${(a * 300).toFixed(1)},${(b * 300).toFixed(1)}`)
      .join(' '),
  }
})
const noteLeft = computed(() => {
  const x = tail.value + (place.value ?? 0) * scale.value
  return x > size.width / 2 ? x - 218 : x + 12
})

/** Under the board's wide point: where the words about the feet stand. */
const under = computed(
  () => plan.value + Math.max(...(on.value?.half_width_m ?? [0])) * scale.value + 14,
)

const ends = computed(() => {
  if (!on.value) return null
  const rocker = on.value.rocker_m
  return {
    nose: thicknessText(rocker[rocker.length - 1] ?? 0, units.value),
    tail: thicknessText(rocker[0] ?? 0, units.value),
  }
})

/** Where the weight stands: of the board on the bench as the ticket stands, else nothing. */
const feet = computed(() => {
  const { faces } = closer
  const does = faces?.version === version.value ? faces?.bench?.behaviour : null
  if (!does) return []
  const spots: [number | null, string, string][] = [
    [does.turn_point_m, 'turn', 'where the weight stands to turn'],
    [does.trim_point_m, 'run', 'where the weight stands to run'],
    [does.nose_point_m, 'furthest', 'as far forward as the nose allows on a usual day'],
  ]
  const shown: { x: number; word: string; says: string }[] = []
  for (const [place, word, says] of spots) {
    const x = place === null ? null : tail.value + place * scale.value
    // Two that lie together are one mark.
    if (x !== null && !shown.some((other) => Math.abs(other.x - x) < 34))
      shown.push({ x, word, says })
  }
  return shown
})
</script>

<template>
  <svg
    v-if="on"
    ref="frame"
    :viewBox="`0 0 ${size.width} ${size.height}`"
    role="slider"
    tabindex="0"
    :aria-label="`${alt}. Straight-edge: arrows slide it`"
    aria-valuemin="0"
    :aria-valuemax="Math.round(long * 100)"
    :aria-valuenow="Math.round((place ?? 0) * 100)"
    :aria-valuetext="reading ? [reading.where, ...reading.lines].join(', ') : 'off the board'"
    @pointermove="slide"
    @pointerdown="slide"
    @pointerleave="place = null"
    @keydown="keyed"
  >
    <path :d="planPath(on, scale, tail, plan + 4)" class="shadow" />
    <path :d="planPath(on, scale, tail, plan)" class="board" />
    <line :x1="tail" :x2="tail + long * scale" :y1="plan" :y2="plan" class="stringer" />
    <path v-if="ghost" :d="planPath(ghost, scale, tail + shift * scale, plan)" class="ghost" />
    <text :x="middle" :y="plan - (small ? 11 : 15)" class="hand" :class="{ tiny: small }">
      {{ name }}
    </text>
    <text :x="middle" :y="plan + (small ? 22 : 28)" class="hand small" :class="{ tiny: small }">
      {{ dims }}
    </text>
    <g v-for="foot in feet" :key="foot.word" class="foot">
      <title>{{ foot.says }}</title>
      <ellipse :cx="foot.x" :cy="plan" rx="4.5" ry="9" />
      <text :x="foot.x" :y="under">{{ foot.word }}</text>
    </g>
    <text v-if="folded" :x="size.width - LEFT" :y="size.height - 5" class="folded">
      a low screen: the side view is left out
    </text>
    <g v-else data-side>
      <line :x1="LEFT" :x2="size.width - LEFT" :y1="side" :y2="side" class="table" />
      <path :d="sidePath(on, scale, tail, side)" class="board" />
      <path v-if="ghost" :d="sidePath(ghost, scale, tail + shift * scale, side)" class="ghost" />
      <template v-if="ends">
        <text :x="tail" :y="side + 14" class="hand end">{{ ends.tail }}</text>
        <text :x="tail + long * scale" :y="side + 14" class="hand end nose">{{ ends.nose }}</text>
      </template>
    </g>
    <g v-if="place !== null && reading" class="edge">
      <rect :x="tail + place * scale - 3" y="6" width="6" :height="size.height - 18" />
      <g :transform="`translate(${noteLeft} ${Math.max(size.height - 122, 2)})`" class="note">
        <rect width="206" height="104" />
        <text x="10" y="19" class="where">{{ reading.where }}</text>
        <text v-for="(line, i) in reading.lines" :key="line" x="10" :y="38 + i * 18">
          {{ line }}
        </text>
        <polygon :points="reading.cut" transform="translate(103 82)">
          <title>the cut</title>
        </polygon>
      </g>
    </g>
  </svg>
</template>

<style scoped src="./FlatFace.css"></style>
