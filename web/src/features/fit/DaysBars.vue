<script setup lang="ts">
// What the break gives: a bar a word, its height the share of days.
import { computed } from 'vue'
import { useTicket } from '@/shared/state/ticket'

const { answer, water } = useTicket()
const HEIGHT = 46
const days = computed(() => answer.value?.size.days ?? [])
const most = computed(() => Math.max(0.01, ...days.value.map((day) => day.share)))
/** Where neither a buoy nor memory speaks. */
const BY: Record<string, string> = { pool: 'as it is set', white_water: 'in its white water' }
const STEP = 242 / 8
const by = computed(() => {
  const { bins, kind } = water.value
  return BY[kind ?? ''] ?? (bins?.length ? 'as measured' : 'as remembered')
})
const of = computed(() => (water.value.kind === 'pool' ? 'sessions' : 'days'))
const says = computed(() => `${answer.value?.size.days_say}.`)
const short = (word: string) => (word === 'overhead' ? 'over' : word.split(' ')[0])
</script>

<template>
  <figure v-if="days.length" class="days">
    <figcaption class="label">{{ water.name || 'This water' }}, {{ by }}</figcaption>
    <svg :viewBox="`0 0 250 ${HEIGHT + 16}`" role="img" :aria-label="`${says} ${by}`">
      <g v-for="(day, i) in days" :key="day.word">
        <rect
          :x="i * STEP + 1"
          :y="HEIGHT - (day.share / most) * (HEIGHT - 4)"
          :width="STEP - 3"
          :height="(day.share / most) * (HEIGHT - 4)"
          :class="{ strong: day.share > most / 2 }"
        >
          <title>{{ day.word }}: {{ Math.round(day.share * 100) }} % of {{ of }}</title>
        </rect>
        <text :x="(i + 0.5) * STEP" :y="HEIGHT + 13">
          {{ short(day.word) }}
        </text>
      </g>
      <line x1="0" :y1="HEIGHT" x2="242" :y2="HEIGHT" />
    </svg>
    <p>{{ says }}</p>
  </figure>
</template>

<style scoped>
.days {
  margin: 0;
  padding: 7px 0 0;
  border-top: 1px dotted var(--hairline);
}
svg {
  display: block;
  width: 100%;
  max-width: 300px;
}
rect {
  fill: var(--pale-sea);
}
rect.strong {
  fill: var(--sea);
}
line {
  stroke: var(--hairline);
}
text {
  font: 13px var(--sans);
  fill: var(--faint);
  text-anchor: middle;
}
p {
  margin: 2px 0 0;
  font-size: 13px;
  color: var(--soft-ink);
}
</style>
