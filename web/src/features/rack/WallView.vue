<script setup lang="ts">
// The wall: boards along a line in rows by family, to one scale. Arrows walk, Enter opens the sheet.
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Demand, Found } from '@/shared/api/client'
import { standingPath } from '@/shared/drawing/drawing'
import { useRovingFocus } from '@/shared/keys/rovingFocus'
import { useSession } from '@/shared/shell/session'
import { useWall } from './wallState'
import { lengthText } from '@/shared/units/units'
import { asksAlong, hangWall, heap, type HungBy } from './wall'

const props = defineProps<{
  found: Found
  asked: Demand | null
  by: HungBy
  marked: number[]
}>()
const emit = defineEmits<{
  open: [id: number]
  look: [id: number | null, x: number, y: number]
  mark: [id: number]
}>()
const { units } = useSession()
const { rows, need } = useWall()
const frame = ref<HTMLElement | null>(null)
const [width, height] = [ref(1240), ref(560)]
const at = ref({ row: 0, place: 0, of: 0 })
useRovingFocus(frame, '.stand')
const LEFT = 132
/** Room for what was asked for, over the line. */
const ASKED = 46
const UNIT = { litres: 'litres', length_m: 'length', price: 'price', days: 'days in stock' }

const bands = computed(() => (props.asked ? asksAlong(props.asked, props.by) : []))
const nobody = computed(() => new Set(props.asked?.nobody ?? []))
const wall = computed(() =>
  hangWall(props.found, props.by, {
    left: LEFT,
    right: width.value - 24,
    top: 4,
    bottom: height.value - 34 - (bands.value.length ? ASKED : 0),
  }),
)
const heads = computed(() =>
  wall.value.rows.flatMap((row) => row.places.map((place) => place.ids[0] ?? 0)),
)
watch(heads, (ids) => void need(ids), { immediate: true })

const paths = new Map<string, string>()
function pathOf(id: number, x: number, floor: number): string {
  const board = rows.get(id)
  if (!board) return ''
  const key = `${id} ${wall.value.scale} ${x} ${floor} ${board.version}`
  if (!paths.has(key)) paths.set(key, standingPath(board.silhouette, wall.value.scale, x, floor))
  return paths.get(key) ?? ''
}

/** Lengths are marked at every half foot or tenth of a metre, as they are said. */
const ticks = computed(() => {
  if (props.by !== 'length_m') return wall.value.ticks
  const step = units.value === 'metric' ? 0.2 : 0.1524
  const known = props.found.length_m
  const [low, high] = [Math.min(...known), Math.max(...known)]
  const made = []
  for (let v = Math.ceil(low / step) * step; v <= high; v += step)
    made.push({ x: wall.value.at(v), says: lengthText(v, units.value) })
  return made
})

function measure(): void {
  width.value = frame.value?.clientWidth || 1240
  height.value = frame.value?.clientHeight || 560
}
onMounted(() => {
  measure()
  window.addEventListener('resize', measure)
})
onBeforeUnmount(() => window.removeEventListener('resize', measure))

/** How many asked for each part of the line, as a heap over it, and the bands that nothing here meets. */
const asks = computed(() => {
  const floor = height.value - 24
  const inside = (x: number) => Math.max(LEFT, Math.min(width.value - 24, x))
  const spans = bands.value.map((band) => ({
    ...band,
    from: inside(wall.value.at(band.low)),
    to: inside(wall.value.at(band.high)),
  }))
  const most = Math.max(
    1,
    ...spans.map(
      (one) => spans.filter((other) => other.from <= one.from && one.from < other.to).length,
    ),
  )
  const up = Math.min(9, (ASKED - 14) / most)
  return {
    heap: heap(spans, floor, up),
    unmet: spans.filter((span) => !span.met && span.to > span.from),
    floor,
  }
})

const current = computed(() => {
  const row = wall.value.rows[at.value.row]
  return row?.places[at.value.place]
})

function look(row: number, place: number): void {
  at.value = { row, place, of: 0 }
  const hung = wall.value.rows[row]
  const here = hung?.places[place]
  if (hung && here) emit('look', here.ids[0] ?? null, here.x, hung.floor)
}

async function focus(row: number, place: number): Promise<void> {
  look(row, place)
  await nextTick()
  frame.value?.querySelector<SVGElement>('.stand[tabindex="0"]')?.focus()
}

function nearest(row: number, x: number): number {
  const places = wall.value.rows[row]?.places ?? []
  return places.reduce(
    (best, place, i) => (Math.abs(place.x - x) < Math.abs((places[best]?.x ?? 0) - x) ? i : best),
    0,
  )
}

/** Left and right along the row and through a sheaf, up and down to what hangs nearest. */
function walk(key: string): void {
  const { row, place, of } = at.value
  const here = current.value
  if (!here) return
  if (key === 'ArrowRight' && of + 1 < here.ids.length) return turn(of + 1)
  if (key === 'ArrowLeft' && of > 0) return turn(of - 1)
  const many = wall.value.rows[row]?.places.length ?? 0
  if (key === 'ArrowRight' && place + 1 < many) void focus(row, place + 1)
  if (key === 'ArrowLeft' && place > 0) void focus(row, place - 1)
  const next = row + (key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0)
  if (next !== row && wall.value.rows[next]) void focus(next, nearest(next, here.x))
}

function turn(of: number): void {
  at.value.of = of
  const hung = wall.value.rows[at.value.row]
  const here = current.value
  if (!hung || !here) return
  void need(here.ids)
  emit('look', here.ids[of] ?? null, here.x, hung.floor)
}

function keyed(event: KeyboardEvent): void {
  if (event.altKey || event.ctrlKey || event.metaKey) return
  const id = current.value?.ids[at.value.of]
  if (event.key.startsWith('Arrow')) walk(event.key)
  else if (id && event.key === 'Enter') emit('open', id)
  else if (id && (event.key === '+' || event.key === 'c')) emit('mark', id)
  else return
  event.preventDefault()
  event.stopPropagation()
}

function label(ids: number[]): string {
  const board = rows.get(ids[0] ?? 0)
  if (!board) return 'a board'
  const one = `${board.board.name || board.board.family}, ${board.line[units.value]}`
  return ids.length > 1 ? `${one}, and ${ids.length - 1} more as near` : one
}
</script>

<template>
  <div ref="frame" class="wall" @keydown="keyed">
    <svg :width="width" :height="height" role="group" aria-label="The wall">
      <g v-for="(row, r) in wall.rows" :key="row.name">
        <text
          v-for="(part, i) in row.name.split(', ')"
          :key="part"
          class="of"
          x="2"
          :y="row.floor - 2 + (i - row.name.split(', ').length + 1) * 15"
        >
          {{ part }}
        </text>
        <path class="floor" :d="`M${LEFT},${row.floor}H${width - 24}`" />
        <g
          v-for="(place, p) in row.places"
          :key="place.ids[0]"
          class="stand"
          role="button"
          :class="{
            here: at.row === r && at.place === p,
            marked: place.ids.some((id) => marked.includes(id)),
            nobody: place.ids.every((id) => nobody.has(id)),
          }"
          :tabindex="at.row === r && at.place === p ? 0 : -1"
          :aria-label="label(place.ids)"
          :data-board="place.ids[0]"
          @focus="look(r, p)"
          @mouseenter="look(r, p)"
          @click="emit('open', place.ids[0] ?? 0)"
        >
          <rect
            class="reach"
            :x="place.x - 9"
            :y="row.floor - row.longest_m * wall.scale"
            width="18"
            :height="row.longest_m * wall.scale"
          />
          <path
            v-if="place.ids.length > 1"
            class="behind"
            :d="pathOf(place.ids[0] ?? 0, place.x + 3, row.floor)"
          />
          <path class="board" :d="pathOf(place.ids[0] ?? 0, place.x, row.floor)" />
          <path
            v-if="place.stock && place.stock !== 'new'"
            class="stroke"
            :d="strokes(place.stock, place.x, row.floor)"
          />
          <text v-if="place.ids.length > 1" class="count" :x="place.x + 4" :y="row.floor + 10">
            {{ place.ids.length }}
          </text>
        </g>
      </g>
      <g v-if="bands.length" class="asked">
        <text class="of" x="2" :y="asks.floor - 20">asked for</text>
        <text class="of" x="2" :y="asks.floor - 5">lately</text>
        <path class="heap" :d="asks.heap" />
        <g v-for="one in asks.unmet" :key="one.name">
          <rect
            class="unmet"
            :x="one.from"
            :y="asks.floor - 12"
            :width="one.to - one.from"
            height="12"
          />
          <text class="missing" :x="(one.from + one.to) / 2" :y="asks.floor - 16">
            {{ one.name }}: nothing
          </text>
        </g>
      </g>
      <path class="line" :d="`M${LEFT},${height - 24}H${width - 24}`" />
      <g v-for="tick in ticks" :key="tick.says" class="tick">
        <path :d="`M${tick.x},${height - 24}v5`" />
        <text :x="tick.x" :y="height - 7">{{ tick.says }}</text>
      </g>
      <text class="unit" x="2" :y="height - 7">{{ UNIT[by] }}</text>
    </svg>
  </div>
</template>

<script lang="ts">
/** Strokes across the tail: one for used, two for a demo board, three for hire, a dot for ordered. */
function strokes(stock: string, x: number, floor: number): string {
  const many = { used: 1, demo: 2, hire: 3 }[stock] ?? 0
  if (!many) return `M${x - 1.5},${floor - 9}a1.5,1.5 0 1 0 3,0a1.5,1.5 0 1 0 -3,0`
  return Array.from({ length: many }, (_, i) => `M${x - 5},${floor - 8 - 4 * i}h10`).join('')
}
</script>

<style scoped>
.wall {
  position: relative;
  min-height: 0;
  height: 100%;
  overflow: hidden;
}
svg {
  display: block;
}
.of {
  font: 600 13px var(--sans);
  fill: var(--soft-ink);
}
.floor,
.line {
  stroke: var(--hairline);
  fill: none;
}
.line {
  stroke: var(--soft-ink);
}
.board,
.behind {
  fill: var(--foam);
  stroke: var(--soft-ink);
  stroke-width: 1.1;
}
.behind {
  stroke: var(--hairline);
}
.stroke {
  stroke: var(--soft-ink);
  stroke-width: 1.2;
  fill: none;
}
.reach {
  fill: transparent;
}
.stand {
  cursor: pointer;
  outline: none;
}
.stand.nobody .board {
  stroke-dasharray: 2 2.5;
}
.heap {
  fill: url(#weave-ratio);
  stroke: var(--sea);
}
.unmet {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 1.6;
}
.missing {
  font: 600 13px var(--sans);
  fill: var(--pencil-text);
  text-anchor: middle;
}
.stand.marked .board {
  fill: url(#weave-step);
}
.stand.here .board,
.stand:focus .board {
  stroke: var(--pencil);
  stroke-width: 2.4;
}
.count {
  font: 600 13px var(--sans);
  fill: var(--soft-ink);
}
.tick path {
  stroke: var(--soft-ink);
}
.tick text {
  font: 13px var(--sans);
  fill: var(--soft-ink);
  text-anchor: middle;
}
.unit {
  font: 13px var(--sans);
  fill: var(--faint);
}
</style>
