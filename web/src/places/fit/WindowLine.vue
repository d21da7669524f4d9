<script setup lang="ts">
// One thing that is matched: the needed window as a woven band, the board on the bench as a pencil
// stroke, the present board as a ring, and a word where it falls outside.
import { computed } from 'vue'
import { scaleOver } from './scale'

const props = defineProps<{
  title: string
  window: readonly number[]
  bench: number | null
  present: number | null
  show: (value: number) => string
  under: string
  over: string
}>()
const [WIDTH, LINE] = [296, 7]

const low = computed(() => props.window[0] ?? 0)
const high = computed(() => props.window[1] ?? 0)
const scale = computed(() => {
  const all = [low.value, high.value, props.bench, props.present].filter((v) => v !== null)
  const [least, most] = [Math.min(...all), Math.max(...all)]
  const room = Math.max((most - least) * 0.25, high.value * 0.02)
  return scaleOver(least - room, most + room, 0, WIDTH)
})
const off = computed(() => {
  if (props.bench === null) return ''
  const span = Math.max(high.value - low.value, high.value * 0.02)
  const by = props.bench < low.value ? low.value - props.bench : props.bench - high.value
  if (by <= 1e-6) return ''
  const word = props.bench < low.value ? props.under : props.over
  return by > span ? `too ${word}` : word
})
const says = computed(() => `${props.show(low.value)} to ${props.show(high.value)}`)
</script>

<template>
  <div class="window" role="group" :aria-label="title">
    <div class="words">
      <span class="label">{{ title }}</span>
      <span class="need">{{ says }}</span>
      <span class="off">{{ off }}</span>
      <span class="now">{{ bench === null ? '' : show(bench) }}</span>
    </div>
    <svg :viewBox="`0 0 ${WIDTH} 14`" aria-hidden="true">
      <line x1="0" :x2="WIDTH" :y1="LINE" :y2="LINE" />
      <rect
        :x="scale(low)"
        :y="LINE - 5"
        :width="Math.max(scale(high) - scale(low), 3)"
        height="10"
        fill="url(#weave-need)"
      />
      <circle v-if="present !== null" :cx="scale(present)" :cy="LINE" r="4" />
      <line
        v-if="bench !== null"
        class="stroke"
        :x1="scale(bench)"
        :x2="scale(bench)"
        y1="0"
        y2="14"
      />
    </svg>
  </div>
</template>

<style scoped>
.words {
  display: flex;
  gap: 8px;
  align-items: baseline;
  line-height: 19px;
}
.label {
  min-width: 76px;
  color: var(--ink);
  font-size: 14px;
}
.need {
  font-size: 14px;
}
.off {
  flex: 1;
  white-space: nowrap;
  text-align: right;
  font-size: 12.5px;
  color: var(--pencil-text);
}
.now {
  font: 16px/19px var(--hand);
  color: var(--note);
  min-width: 40px;
  text-align: right;
}
svg {
  display: block;
  width: 100%;
}
line {
  stroke: var(--hairline);
  stroke-width: 1.5;
}
rect {
  stroke: var(--sea);
  stroke-width: 0.8;
}
circle {
  fill: var(--foam);
  stroke: var(--ink);
  stroke-width: 1.6;
}
line.stroke {
  stroke: var(--pencil);
  stroke-width: 2.5;
}
</style>
