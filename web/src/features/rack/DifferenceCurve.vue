<script setup lang="ts">
// How much more or less the other boards have, along the first one's length.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'

const props = defineProps<{
  name: string
  lines: { x: number; by: number }[][]
  wide: number
  litres: boolean
}>()
const { units } = useSession()
const [HIGH, ZERO] = [84, 44]
const most = computed(() =>
  Math.max(...props.lines.flat().map((point) => Math.abs(point.by)), 1e-6),
)
/** What the curve reaches at most, in the hand's own unit. */
const reach = computed(() => {
  if (props.litres) return `${(most.value * 1e4).toFixed(0)} cm²`
  return units.value === 'metric'
    ? `${(most.value * 1000).toFixed(0)} mm`
    : `${(most.value / 0.0254).toFixed(2)} in`
})
const path = (line: { x: number; by: number }[]) =>
  line.length
    ? 'M' +
      line
        .map((point) => `${point.x.toFixed(1)},${(ZERO - (point.by / most.value) * 30).toFixed(1)}`)
        .join('L')
    : ''
</script>

<template>
  <svg
    class="curve"
    :width="wide"
    :height="HIGH"
    role="img"
    :aria-label="`Difference of ${name} along the board, at most ${reach}`"
  >
    <path class="zero" :d="`M20,${ZERO}H${wide - 20}`" />
    <path v-for="(line, i) in lines" :key="i" :class="`of-${i + 1}`" :d="path(line)" />
    <text x="20" y="12">
      {{ name }}: more above the line, less below; the highest is {{ reach }}
    </text>
  </svg>
</template>

<style scoped>
.curve {
  display: block;
}
.zero {
  stroke: var(--pencil);
}
.of-1,
.of-2 {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 7 3;
}
.of-2 {
  stroke: var(--sea);
  stroke-dasharray: 2 3;
}
text {
  font: 13px var(--sans);
  fill: var(--soft-ink);
}
</style>
