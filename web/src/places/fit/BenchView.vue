<script setup lang="ts">
// Middle: the board to scale, lying flat, nose right; the present board as a ghost line.
import { computed, ref } from 'vue'
import { at, lengthOf, planPath, shiftFor, sidePath } from '../../bench/drawing'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import { thicknessText, widthText } from '../../units'

const { answer, facts } = useTicket()
const { units } = useSession()
const [WIDTH, HEIGHT, LEFT] = [616, 304, 18]
const align = ref<'tail' | 'wide' | 'nose'>('tail')
const aligns = [
  { value: 'tail', says: 'tail' },
  { value: 'wide', says: 'wide point' },
  { value: 'nose', says: 'nose' },
] as const

const bench = computed(() => answer.value?.bench ?? null)
const on = computed(() => bench.value?.hull.curves ?? null)
const ghost = computed(() => answer.value?.present?.hull.curves ?? null)
const shift = computed(() =>
  on.value && ghost.value ? shiftFor(align.value, on.value, ghost.value) : 0,
)
const start = computed(() => Math.min(0, shift.value))
const scale = computed(() => {
  if (!on.value) return 1
  const ends = [lengthOf(on.value), ghost.value ? lengthOf(ghost.value) + shift.value : 0]
  const wide = Math.max(...on.value.half_width_m, ...(ghost.value?.half_width_m ?? [])) * 2
  return Math.min((WIDTH - 2 * LEFT) / (Math.max(...ends) - start.value), 178 / wide)
})
const tail = computed(() => LEFT - start.value * scale.value)
const [PLAN, SIDE] = [118, 284]
const middle = computed(() => tail.value + (on.value ? (lengthOf(on.value) / 2) * scale.value : 0))
const name = computed(() => bench.value?.board.name || bench.value?.board.family || '')
const dims = computed(() => bench.value?.hull.line[units.value] ?? '')

const what = computed(() => {
  const board = bench.value?.board
  if (!board) return 'Bench'
  const tag = [board.stock, board.price].filter(Boolean).join(' ')
  return `${board.family}, outline and side to one scale${tag ? `; ${tag}` : ''}`
})

const place = ref<number | null>(null)

function slide(event: PointerEvent): void {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const x = ((event.clientX - box.left) / box.width) * WIDTH
  const metres = (x - tail.value) / scale.value
  place.value = on.value && metres >= 0 && metres <= lengthOf(on.value) ? metres : null
}

const reading = computed(() => {
  if (place.value === null || !on.value) return null
  const foot = place.value / 0.3048
  const where =
    units.value === 'metric' ? `${Math.round(place.value * 100)} cm` : `${foot.toFixed(1)} ft`
  const wide = widthText(2 * at(on.value, on.value.half_width_m, place.value), units.value)
  const thick = thicknessText(at(on.value, on.value.thickness_m, place.value), units.value)
  const rise = thicknessText(at(on.value, on.value.rocker_m, place.value), units.value)
  return `${where} from the tail: ${wide} wide, ${thick} thick, rocker ${rise}`
})
const ends = computed(() => {
  if (!on.value) return null
  const rocker = on.value.rocker_m
  return {
    nose: thicknessText(rocker[rocker.length - 1] ?? 0, units.value),
    tail: thicknessText(rocker[0] ?? 0, units.value),
  }
})
const alt = computed(() => `${name.value}, ${dims.value}, drawn to scale`)
</script>

<template>
  <section class="bench" aria-label="Bench">
    <header>
      <span class="label">{{ reading ?? what }}</span>
      <span v-if="ghost" class="aligns" role="group" aria-label="Lay the present board on">
        laid on at
        <button
          v-for="way in aligns"
          :key="way.value"
          type="button"
          class="plain"
          :aria-pressed="align === way.value"
          @click="align = way.value"
        >
          {{ way.says }}
        </button>
      </span>
    </header>
    <svg
      v-if="on"
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      role="img"
      :aria-label="alt"
      @pointermove="slide"
      @pointerleave="place = null"
    >
      <path :d="planPath(on, scale, tail, PLAN + 4)" class="shadow" />
      <path :d="planPath(on, scale, tail, PLAN)" class="board" />
      <line :x1="tail" :x2="tail + lengthOf(on) * scale" :y1="PLAN" :y2="PLAN" class="stringer" />
      <path v-if="ghost" :d="planPath(ghost, scale, tail + shift * scale, PLAN)" class="ghost" />
      <text :x="middle" :y="PLAN - 10" class="hand">{{ name }}</text>
      <text :x="middle" :y="PLAN + 21" class="hand small">{{ dims }}</text>
      <line :x1="LEFT" :x2="WIDTH - LEFT" :y1="SIDE" :y2="SIDE" class="table" />
      <path :d="sidePath(on, scale, tail, SIDE)" class="board" />
      <path v-if="ghost" :d="sidePath(ghost, scale, tail + shift * scale, SIDE)" class="ghost" />
      <template v-if="ends">
        <text :x="tail" :y="SIDE + 14" class="hand end">{{ ends.tail }}</text>
        <text :x="tail + lengthOf(on) * scale" :y="SIDE + 14" class="hand end nose">
          {{ ends.nose }}
        </text>
      </template>
      <g v-if="place !== null" class="edge">
        <rect :x="tail + place * scale - 3" y="14" width="6" :height="HEIGHT - 26" />
      </g>
    </svg>
    <p v-else class="empty">
      {{ answer?.not_yet || 'No board on the bench yet. Type dims in the box above.' }}
    </p>
    <p v-if="ghost" class="who">
      dashed: {{ facts.name ? `what ${facts.name.split(' ')[0]} rides now` : 'the present board' }}
    </p>
  </section>
</template>

<style scoped>
.bench {
  position: relative;
  background: var(--bench);
  padding: 6px 10px 4px;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  justify-content: space-between;
  font-size: 13px;
  color: var(--soft-ink);
}
.aligns button[aria-pressed='true'] {
  font-weight: 600;
  text-decoration: underline;
  text-decoration-color: var(--pencil);
  text-underline-offset: 3px;
}
svg {
  flex: 1;
  min-height: 0;
  width: 100%;
}
.board {
  fill: var(--foam);
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.shadow {
  fill: #1d3a3c;
  opacity: 0.13;
}
.ghost {
  fill: none;
  stroke: var(--soft-ink);
  stroke-width: 1.1;
  stroke-dasharray: 5 4;
}
.stringer {
  stroke: var(--wood);
  stroke-width: 1.4;
}
.table {
  stroke: var(--hairline);
}
.hand {
  font: 19px var(--hand);
  fill: var(--note);
  text-anchor: middle;
}
.hand.small {
  font-size: 17px;
}
.hand.end {
  font-size: 15px;
  text-anchor: start;
}
.hand.nose {
  text-anchor: end;
}
.edge rect {
  fill: var(--wood);
  opacity: 0.85;
}
.who {
  position: absolute;
  right: 12px;
  top: 27px;
  margin: 0;
  font-size: 12.5px;
  color: var(--soft-ink);
}
.empty {
  margin: auto;
  font: 18px var(--serif);
  color: var(--soft-ink);
}
</style>
