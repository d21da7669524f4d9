<script setup lang="ts">
// What the log taught: before, the sessions alone, and both together, one picture a thing.
import { computed } from 'vue'
import type { Learning, Log } from '@/shared/api/client'
import { bellPath, spanOf, topOf, xOf, type Triple } from './curves'
import { useLog } from './log'

const props = defineProps<{ log: Log }>()
const { learning } = useLog()

const TITLES: Record<Learning['name'], (row: Learning) => string> = {
  sprint_w: () => 'Power for a take-off',
  cruise_w: () => 'Power that is held',
  takeoff_slope: () => 'Flattest face that is caught',
  waves_gone_for: () => 'Waves gone for an hour',
  waves_offered: (row) => `Waves at ${row.of || 'this break'} an hour`,
  litres: (row) => `Litres, ${row.of}`,
}
const SIZE = { wide: 262, high: 34 }

/** A value as it is said: a slope as degrees. */
function text(row: Learning, value: number): string {
  if (row.name === 'takeoff_slope') return `${Math.round((Math.atan(value) * 180) / Math.PI)}°`
  if (row.name === 'litres') return `${value.toFixed(1)} L`
  if (row.unit === 'W') return `${Math.round(value)} W`
  return value < 10 ? value.toFixed(1) : String(Math.round(value))
}
const rows = computed(() =>
  props.log.learning.parameters.map((row) => {
    const three = [row.prior, row.evidence, row.result].filter((one) => one !== null) as Triple[]
    const span = spanOf(three)
    const most = Math.max(...three.map(topOf))
    const path = (triple: Triple | null) => (triple ? bellPath(triple, span, SIZE, most) : '')
    return {
      row,
      title: TITLES[row.name](row),
      result: text(row, row.result[1]),
      band: `${text(row, row.result[0])} to ${text(row, row.result[2])}`,
      prior: path(row.prior as Triple),
      evidence: path(row.evidence as Triple | null),
      path: path(row.result as Triple),
      at: xOf(row.result[1], span, SIZE.wide),
      was: text(row, row.prior[1]),
    }
  }),
)
</script>

<template>
  <section aria-label="What the log taught">
    <h2>What the log taught</h2>
    <p class="quiet">
      {{ log.learning.sessions }} sessions ·
      <button type="button" class="plain link" @click="learning({ on: !log.learning.on })">
        {{ log.learning.on ? 'do not use it' : 'use it' }}
      </button>
      ·
      <button
        v-if="log.learning.since"
        type="button"
        class="plain link"
        @click="learning({ forget: false })"
      >
        take back what was forgotten
      </button>
      <button v-else type="button" class="plain link" @click="learning({ forget: true })">
        forget it
      </button>
    </p>
    <p v-if="!log.learning.on" class="off" role="status">
      Not used: fittings go by level and fitness alone.
    </p>
    <p class="key quiet" aria-hidden="true">
      <svg width="24" height="8"><path d="M0,4H24" class="prior" /></svg> before
      <svg width="24" height="8"><path d="M0,4H24" class="evidence" /></svg> sessions
      <svg width="24" height="8"><path d="M0,4H24" class="result" /></svg> now
    </p>
    <ul>
      <li v-for="one in rows" :key="one.title" :data-learned="one.row.name">
        <p>
          <b>{{ one.title }}</b> <span class="now">{{ one.result }}</span>
        </p>
        <svg :width="SIZE.wide" :height="SIZE.high + 2" aria-hidden="true">
          <path :d="one.path" class="result area" />
          <path :d="one.prior" class="prior" />
          <path v-if="one.evidence" :d="one.evidence" class="evidence" />
          <path :d="one.path" class="result" />
          <line :x1="0" :x2="SIZE.wide" :y1="SIZE.high + 1" :y2="SIZE.high + 1" class="base" />
        </svg>
        <p class="quiet">
          {{ one.row.says }} Before {{ one.was }}; now {{ one.band }} in eight of ten.
        </p>
      </li>
    </ul>
    <p v-if="!rows.length" class="quiet">Nothing yet: log sessions with counted rides.</p>
  </section>
</template>

<style scoped>
h2 {
  margin: 10px 0 0;
  font: 600 15px var(--sans);
}
p {
  margin: 0;
}
ul {
  margin: 0;
  padding: 0;
}
li {
  list-style: none;
  padding: 5px 0 4px;
  border-top: 1px dotted var(--hairline);
}
li p:first-child {
  display: flex;
  justify-content: space-between;
}
.now {
  font-weight: 600;
}
.quiet {
  font-size: 13px;
  color: var(--soft-ink);
}
.off {
  color: var(--pencil-text);
}
.key svg {
  margin-left: 8px;
}
path {
  fill: none;
}
.prior {
  stroke: var(--faint);
  stroke-dasharray: 5 3;
}
.evidence {
  stroke: var(--note);
  stroke-dasharray: 1.5 3;
  stroke-width: 1.8;
}
.result {
  stroke: var(--sea);
  stroke-width: 1.8;
}
.area {
  stroke: none;
  fill: var(--pale-sea);
  opacity: 0.35;
}
.base {
  stroke: var(--hairline);
}
</style>
