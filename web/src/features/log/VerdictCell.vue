<script setup lang="ts">
// One behaviour in waves of one size: what is found of the new one against the old, and how surely.
import { computed } from 'vue'
import type { Verdict } from '@/shared/api/client'

const props = defineProps<{ verdict: Verdict | null; dots: { step: number; weight: number }[] }>()
const WIDE = 150
const x = (step: number) => WIDE / 2 + (Math.max(-3, Math.min(3, step)) * (WIDE - 16)) / 6

/** Single pairs, those of one step beside each other. */
const marks = computed(() => {
  const seen = new Map<number, number>()
  return props.dots.map(({ step, weight }) => {
    const place = seen.get(step) ?? 0
    seen.set(step, place + 1)
    return { cx: x(step) + (place % 4) * 4 - 6, cy: 4 + Math.floor(place / 4) * 5, weight }
  })
})
const sure = computed(() => {
  const one = props.verdict
  if (!one) return ''
  if (one.decided) return `${Math.round(100 * one.certainty)} in 100`
  const needed = one.pairs_needed
  return needed ? `${needed} more pair${needed === 1 ? '' : 's'}` : 'too close to tell'
})
</script>

<template>
  <div v-if="verdict" class="cell" :class="{ decided: verdict.decided }">
    <svg :width="WIDE" height="24" aria-hidden="true">
      <line :x1="x(-3)" :x2="x(3)" y1="16" y2="16" class="axis" />
      <line :x1="x(0)" :x2="x(0)" y1="10" y2="22" class="middle" />
      <rect
        class="band"
        :x="x(verdict.steps[0])"
        :width="Math.max(x(verdict.steps[2]) - x(verdict.steps[0]), 2)"
        y="13"
        height="6"
      />
      <circle
        v-for="(one, i) in marks"
        :key="i"
        :cx="one.cx"
        :cy="one.cy"
        r="1.8"
        :opacity="one.weight"
      />
      <circle class="found" :cx="x(verdict.steps[1])" cy="16" r="4.5" />
    </svg>
    <span class="words"
      ><b>{{ verdict.says }}</b
      >{{ verdict.decided ? ',' : ':' }} <span class="quiet">{{ sure }}</span></span
    >
  </div>
  <span v-else class="quiet">not rated on both</span>
</template>

<style scoped>
.cell {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: center;
}
.words {
  flex: 1 1 120px;
  line-height: 1.15;
}
b {
  font-weight: 400;
  color: var(--soft-ink);
}
.decided b {
  font-weight: 600;
  color: var(--ink);
}
.quiet {
  color: var(--soft-ink);
  font-size: 13px;
}
.axis,
.middle {
  stroke: var(--hairline);
}
.middle {
  stroke: var(--field-edge);
}
.band {
  fill: var(--pale-sea);
  opacity: 0.65;
}
circle {
  fill: var(--ink);
}
.found {
  fill: var(--foam);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.decided .found {
  fill: var(--ink);
}
</style>
