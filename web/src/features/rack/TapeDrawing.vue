<script setup lang="ts">
// The board on the bench as it is measured: plan and side to scale, each reading a pencil mark, the next one
// waiting.
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Board, Tape } from '@/shared/api/client'
import { lengthOf, planPath, sidePath, at as valueAt } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { lengthText } from '@/shared/units/units'

const props = defineProps<{ board: Board; tape: Tape; at: number | null }>()
const { units } = useSession()
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame, { width: 800, height: 0 })
const wide = computed(() => width.value || 800)
const HIGH = 270
const curves = computed(() => props.tape.hull.curves)
const scale = computed(() =>
  Math.min((wide.value - 60) / lengthOf(curves.value), 156 / (props.board.width_m || 0.5)),
)
const x0 = computed(() => (wide.value - lengthOf(curves.value) * scale.value) / 2)
const [MIDDLE, FLOOR] = [92, 246]

const marks = computed(() =>
  props.tape.readings.map((one) => {
    const x = x0.value + one.from_tail_m * scale.value
    const half = (one.value_m / 2) * scale.value
    const bottom = valueAt(curves.value, curves.value.rocker_m, one.from_tail_m)
    const y = {
      width_m: MIDDLE - half,
      thickness_m: FLOOR - (bottom + one.value_m) * scale.value,
      rocker_m: FLOOR - one.value_m * scale.value,
    }[one.measure]
    return { key: `${one.measure}${one.from_tail_m}`, x, y, out: one.stands_out }
  }),
)

const feet = computed(() => {
  const step = units.value === 'metric' ? 0.3 : 0.3048
  const made = []
  for (let at = step; at < lengthOf(curves.value); at += step)
    made.push({
      x: x0.value + at * scale.value,
      says:
        units.value === 'metric'
          ? String(Math.round(at * 100))
          : lengthText(at, 'imperial').split("'")[0] + "'",
    })
  return made
})
</script>

<template>
  <div ref="frame" class="bench">
    <svg
      :width="wide"
      :height="HIGH"
      role="img"
      aria-label="The board as it is measured: from above and from the side"
    >
      <path class="shadow" :d="planPath(curves, scale, x0 + 2, MIDDLE + 3)" />
      <path class="board" :d="planPath(curves, scale, x0, MIDDLE)" />
      <path class="stringer" :d="`M${x0},${MIDDLE}h${lengthOf(curves) * scale}`" />
      <g v-for="foot in feet" :key="foot.says" class="foot">
        <path :d="`M${foot.x},${MIDDLE - 3}v6`" />
        <text :x="foot.x" :y="MIDDLE + 16">{{ foot.says }}</text>
      </g>
      <path class="floor" :d="`M20,${FLOOR}H${wide - 20}`" />
      <path class="board" :d="sidePath(curves, scale, x0, FLOOR)" />
      <path v-if="at !== null" class="waits" :d="`M${x0 + at * scale},8V${FLOOR + 6}`" />
      <path
        v-for="mark in marks"
        :key="mark.key"
        class="mark"
        :class="{ out: mark.out }"
        :d="
          mark.out
            ? `M${mark.x - 5},${mark.y - 5}l10,10m0,-10l-10,10`
            : `M${mark.x - 4},${mark.y}h8`
        "
      />
    </svg>
  </div>
</template>

<style scoped src="./TapeDrawing.css"></style>
