<script setup lang="ts">
// What was asked for lately, as a heap over the line of the wall, and the bands that nothing here meets.
import { computed } from 'vue'
import { heap, unmetLabels, type Ask } from './wall'

const props = defineProps<{
  bands: Ask[]
  at: (value: number) => number
  left: number
  right: number
  floor: number
  room: number
}>()

/** How many asked for each part of the line, as a heap over it, and the bands that nothing here meets. */
const asks = computed(() => {
  const inside = (x: number) => Math.max(props.left, Math.min(props.right, x))
  const spans = props.bands.map((band) => ({
    ...band,
    from: inside(props.at(band.low)),
    to: inside(props.at(band.high)),
  }))
  const most = Math.max(
    1,
    ...spans.map(
      (one) => spans.filter((other) => other.from <= one.from && one.from < other.to).length,
    ),
  )
  const up = Math.min(9, (props.room - 14) / most)
  const unmet = spans.filter((span) => !span.met && span.to > span.from)
  return { heap: heap(spans, props.floor, up), unmet, labels: unmetLabels(unmet) }
})
</script>

<template>
  <g class="asked">
    <text class="of" x="2" :y="floor - 20">asked for</text>
    <text class="of" x="2" :y="floor - 5">lately</text>
    <path class="heap" :d="asks.heap" />
    <rect
      v-for="one in asks.unmet"
      :key="`${one.name} ${one.from}`"
      class="unmet"
      :x="one.from"
      :y="floor - 12"
      :width="one.to - one.from"
      height="12"
    />
    <text v-for="one in asks.labels" :key="one.says" class="missing" :x="one.x" :y="floor - 16">
      {{ one.says }}
    </text>
  </g>
</template>

<style scoped src="./WallView.css"></style>
