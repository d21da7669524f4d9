<script setup lang="ts">
// How what was foretold has held: one bar a session, a dot for what was got.
import { computed } from 'vue'
import type { Log } from '@/shared/api/client'

const props = defineProps<{ log: Log }>()
const WIDE = 270
const HIGH = 64
const rows = computed(() =>
  props.log.sessions
    .filter((one) => one.inside !== null)
    .slice(0, 20)
    .reverse(),
)
const most = computed(() =>
  Math.max(8, ...rows.value.map((one) => Math.max(one.said?.high ?? 0, one.rides ?? 0))),
)
const y = (rides: number) => HIGH - 4 - ((HIGH - 8) * rides) / most.value
const x = (i: number) => 18 + ((WIDE - 24) * (i + 0.5)) / Math.max(rows.value.length, 1)
</script>

<template>
  <section aria-label="Said and got">
    <h2 data-scores>{{ log.scores.says }}</h2>
    <svg v-if="rows.length" :width="WIDE" :height="HIGH" aria-hidden="true">
      <line x1="16" :x2="WIDE" :y1="y(0)" :y2="y(0)" />
      <text x="0" :y="y(0)">0</text>
      <text x="0" :y="y(most) + 8">{{ most }}</text>
      <template v-for="(one, i) in rows" :key="one.id">
        <rect
          v-if="one.said"
          :x="x(i) - 4"
          width="8"
          :y="y(one.said.high) - 1"
          :height="y(one.said.low) - y(one.said.high) + 2"
        />
        <circle :cx="x(i)" :cy="y(one.rides ?? 0)" r="3.2" :class="{ out: one.inside === false }" />
      </template>
    </svg>
  </section>
</template>

<style scoped>
h2 {
  margin: 10px 0 2px;
  font: 600 15px/1.25 var(--sans);
}
rect {
  fill: var(--pale-sea);
  opacity: 0.6;
}
circle {
  fill: var(--ink);
}
circle.out {
  fill: var(--foam);
  stroke: var(--pencil);
  stroke-width: 2;
}
line {
  stroke: var(--hairline);
}
text {
  font: 12px var(--sans);
  fill: var(--soft-ink);
}
</style>
