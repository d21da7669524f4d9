<script setup lang="ts">
// The deck from above: where a pad goes and where the feet turn and trim.
import { computed } from 'vue'
import type { GearResult } from '@/shared/api/client'
import { at, lengthOf, planPath } from '@/shared/drawing/drawing'
import { useTicket } from '@/shared/state/ticket'

const props = defineProps<{ gear: GearResult }>()
const { answer } = useTicket()
const [WIDE, HIGH] = [188, 58]
const curves = computed(() => answer.value?.bench?.hull.curves ?? null)
const scale = computed(() => (curves.value ? (WIDE - 8) / lengthOf(curves.value) : 1))
const x = (metres: number) => 4 + metres * scale.value
/** The pad as wide as the deck leaves it, its kick at the rear. */
const pad = computed(() => {
  const [of, feet] = [curves.value, props.gear.feet]
  if (!of || typeof feet?.pad_from_m !== 'number' || typeof feet.pad_to_m !== 'number') return null
  const half = (from: number) => 0.8 * at(of, of.half_width_m, from) * scale.value
  const [a, b] = [half(feet.pad_from_m), half(feet.pad_to_m)]
  const [left, right] = [x(feet.pad_from_m), x(feet.pad_to_m)]
  const mid = HIGH / 2
  return `M${left},${mid - a}L${right},${mid - b}L${right},${mid + b}L${left},${mid + a}Z`
})
const feet = computed(() =>
  props.gear.feet ? [props.gear.feet.turn_m, props.gear.feet.trim_m] : [],
)
</script>

<template>
  <svg
    v-if="curves"
    :viewBox="`0 0 ${WIDE} ${HIGH}`"
    class="deck"
    role="img"
    :aria-label="pad ? 'The deck with its pad and where the feet go' : 'Where the feet go'"
  >
    <path :d="planPath(curves, scale, 4, HIGH / 2)" />
    <path v-if="pad" class="pad" :d="pad" />
    <circle v-for="(one, i) in feet" :key="i" :cx="x(one)" :cy="HIGH / 2" r="3.5" />
  </svg>
</template>

<style scoped>
.deck {
  display: block;
  width: 100%;
  height: 58px;
}
path {
  fill: var(--foam);
  stroke: var(--ink);
}
.pad {
  fill: var(--wood);
  fill-opacity: 0.5;
}
circle {
  fill: none;
  stroke: var(--note);
  stroke-width: 1.4;
}
</style>
