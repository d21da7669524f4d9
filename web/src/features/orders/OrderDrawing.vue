<script setup lang="ts">
// The board as it is ordered, lying, with its side under it.
import { computed } from 'vue'
import type { Order } from '@/shared/api/client'
import { lengthOf, planPath, sidePath } from '@/shared/drawing/drawing'

const props = defineProps<{ curves: Order['curves'] }>()
const [WIDE, HIGH, EDGE] = [720, 196, 10]
const scale = computed(() => {
  const half = Math.max(...props.curves.half_width_m)
  return Math.min((WIDE - 2 * EDGE) / lengthOf(props.curves), (HIGH - 70) / (2 * half))
})
const left = computed(() => (WIDE - lengthOf(props.curves) * scale.value) / 2)
const middle = computed(() => EDGE + Math.max(...props.curves.half_width_m) * scale.value)
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDE} ${HIGH}`"
    class="drawn"
    role="img"
    aria-label="The board from above and from the side"
  >
    <path :d="planPath(curves, scale, left, middle)" />
    <path :d="sidePath(curves, scale, left, HIGH - 8)" />
    <line x1="0" :x2="WIDE" :y1="HIGH - 8" :y2="HIGH - 8" />
  </svg>
</template>

<style scoped>
.drawn {
  width: 100%;
  max-height: 210px;
  background: var(--bench);
}
@media (max-height: 780px) {
  .drawn {
    max-height: 130px;
  }
}
path {
  fill: var(--foam);
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 5 3;
}
line {
  stroke: var(--hairline);
}
</style>
