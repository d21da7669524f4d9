<script setup lang="ts">
// A picture of a board with what is laid on it: the two ends of a known length, the outline that was found, and
// its widths, each of which can be pulled.
import { computed, ref } from 'vue'
import type { PhotographOut } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { lengthText, widthText } from '@/shared/units/units'
import { inPicture, outlinePath, pulled, stretched, type Spot } from './photograph'

const points = defineModel<Spot[]>('points', { required: true })
const widths = defineModel<PhotographOut['widths']>('widths', { required: true })
const props = defineProps<{
  url: string
  size: { wide: number; high: number }
  outline: PhotographOut['outline']
}>()
const emit = defineEmits<{ touch: [] }>()
const { units } = useSession()
const frame = ref<SVGSVGElement | null>(null)
/** What an arrow key pulls a width by [m]. */
const STEP_M = 0.002

function place(event: PointerEvent): Spot {
  const box = frame.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  const held = (value: number) => Math.max(0, Math.min(1, value))
  return {
    x: held((event.clientX - box.left) / box.width),
    y: held((event.clientY - box.top) / box.height),
  }
}

/** What is dragged: one of the two points, or the end of a width. */
let dragging: { point: number } | { width: number } | null = null
function down(what: typeof dragging, event: PointerEvent): void {
  dragging = what
  emit('touch')
  frame.value?.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!dragging) return
  const at = place(event)
  if ('point' in dragging) points.value[dragging.point] = at
  else widen(dragging.width, at)
}
function nudge(i: number, event: KeyboardEvent): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
    event.key
  ]
  const point = points.value[i]
  if (!by || !point) return
  event.preventDefault()
  emit('touch')
  points.value[i] = {
    x: point.x + (by[0] ?? 0) / props.size.wide,
    y: point.y + (by[1] ?? 0) / props.size.high,
  }
}

/** The right end of a width goes where the hand is, along the width's own line. */
function widen(i: number, at: Spot): void {
  const one = widths.value[i]
  if (one) widths.value[i] = pulled(one, at, props.size)
}
function keyed(i: number, event: KeyboardEvent): void {
  const one = widths.value[i]
  const step = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
  if (!one || !step) return
  event.preventDefault()
  widths.value[i] = stretched(one, 1 + (step * STEP_M) / one.width_m)
}

const px = (point: readonly number[]) => inPicture(point, props.size)
const edge = computed(() => (props.outline.length ? outlinePath(props.outline, props.size) : ''))
</script>

<template>
  <svg
    ref="frame"
    :width="size.wide"
    :height="size.high"
    @pointermove="move"
    @pointerup="dragging = null"
    @pointercancel="dragging = null"
  >
    <image :href="url" :width="size.wide" :height="size.high" />
    <path v-if="edge" class="outline" :d="edge" />
    <g v-for="(one, i) in widths" :key="one.from_tail_m">
      <path class="across" :d="`M${px(one.left).join(',')}L${px(one.right).join(',')}`" />
      <circle
        class="end"
        r="5"
        role="slider"
        tabindex="0"
        :cx="px(one.right)[0]"
        :cy="px(one.right)[1]"
        :aria-label="`Width at ${lengthText(one.from_tail_m, units)}`"
        :aria-valuenow="Math.round(one.width_m * 1000)"
        :aria-valuetext="widthText(one.width_m, units)"
        @pointerdown.prevent="down({ width: i }, $event)"
        @keydown="keyed(i, $event)"
      />
    </g>
    <path
      class="scale"
      :d="`M${points.map((point) => px([point.x, point.y]).join(',')).join('L')}`"
    />
    <circle
      v-for="(point, i) in points"
      :key="i"
      class="point"
      r="8"
      role="slider"
      tabindex="0"
      :cx="px([point.x, point.y])[0]"
      :cy="px([point.x, point.y])[1]"
      :aria-label="`${i ? 'Second' : 'First'} end of the known length`"
      :aria-valuenow="Math.round(point.x * 1000)"
      @pointerdown.prevent="down({ point: i }, $event)"
      @keydown="nudge(i, $event)"
    />
  </svg>
</template>

<style scoped src="./PhotographDialog.css"></style>
