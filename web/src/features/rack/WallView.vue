<script setup lang="ts">
// The wall: boards along a line in rows by family, to one scale. Arrows walk, Enter opens the sheet.
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Demand, Found } from '@/shared/api/client'
import { standingPath } from '@/shared/drawing/drawing'
import { useRovingFocus } from '@/shared/keys/rovingFocus'
import { useSession } from '@/shared/shell/session'
import { useWall } from './wallState'
import { lengthText } from '@/shared/units/units'
import AskedHeap from './AskedHeap.vue'
import { asksAlong, hangWall, type HungBy } from './wall'
import { useWallWalk } from './wallWalk'

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
const { width: wide, height: high } = useElementSize(frame, { width: 1240, height: 560 })
const [width, height] = [computed(() => wide.value || 1240), computed(() => high.value || 560)]
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

const { at, look, keyed } = useWallWalk(frame, wall, need, {
  open: (id) => emit('open', id),
  look: (id, x, y) => emit('look', id, x, y),
  mark: (id) => emit('mark', id),
})

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
      <AskedHeap
        v-if="bands.length"
        :bands="bands"
        :at="wall.at"
        :left="LEFT"
        :right="width - 24"
        :floor="height - 24"
        :room="ASKED"
      />
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

<style scoped src="./WallView.css"></style>
