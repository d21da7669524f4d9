<script setup lang="ts">
// Labels against litres from the dims: on the line they agree, off it somebody measured or printed wrong.
import { computed } from 'vue'
import type { ReadTable } from '@/shared/api/client'

const props = defineProps<{ rows: ReadTable['rows'] }>()
const [SIZE, EDGE] = [168, 26]
const points = computed(() =>
  props.rows.flatMap((row) =>
    row.stated_litres && row.litres
      ? [{ at: row.at, label: row.stated_litres, dims: row.litres }]
      : [],
  ),
)
const range = computed(() => {
  const all = points.value.flatMap((point) => [point.label, point.dims])
  return [Math.max(10, Math.min(...all) - 4), Math.max(...all) + 4] as const
})
const at = (litres: number) =>
  EDGE + ((litres - range.value[0]) / (range.value[1] - range.value[0])) * (SIZE - EDGE - 6)
const OFF = 0.1
</script>

<template>
  <svg
    v-if="points.length"
    :width="SIZE"
    :height="SIZE"
    role="img"
    :aria-label="`${points.length} labels against the litres of their dims`"
  >
    <path class="axis" :d="`M${EDGE},6V${SIZE - EDGE}H${SIZE - 6}`" />
    <path
      class="same"
      :d="`M${at(range[0])},${SIZE - at(range[0])}L${at(range[1])},${SIZE - at(range[1])}`"
    />
    <g v-for="point in points" :key="point.at">
      <circle
        :cx="at(point.dims)"
        :cy="SIZE - at(point.label)"
        r="3"
        :class="{ off: Math.abs(point.label / point.dims - 1) > OFF }"
      >
        <title>
          row {{ point.at }}: label {{ point.label }} L, dims {{ point.dims.toFixed(1) }} L
        </title>
      </circle>
    </g>
    <text :x="SIZE - 6" :y="SIZE - 8" text-anchor="end">
      dims, {{ Math.round(range[0]) }} to {{ Math.round(range[1]) }} L
    </text>
    <text :x="10" :y="EDGE + 60" transform-origin="10 86" transform="rotate(-90)">label</text>
  </svg>
</template>

<style scoped>
.axis {
  fill: none;
  stroke: var(--soft-ink);
}
.same {
  stroke: var(--hairline);
  stroke-dasharray: 4 3;
}
circle {
  fill: none;
  stroke: var(--sea);
  stroke-width: 1.4;
}
circle.off {
  stroke: var(--pencil);
  stroke-width: 2.4;
}
text {
  font: 13px var(--sans);
  fill: var(--soft-ink);
}
</style>
