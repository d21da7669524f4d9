<script setup lang="ts">
// The paper of a map of waves with its words: faces at the left, as this person says them, steepness beneath.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { heightTicks, slopeX, type MapFrame } from '@/shared/units/waveMap'

const props = defineProps<{ frame: MapFrame; body: number }>()
const { words, units, faces } = useSession()
const BESIDE = 8

const ticks = computed(() =>
  words.value ? heightTicks(props.frame, words.value, props.body, units.value, faces.value) : [],
)
const classes = computed(() => {
  const [low, high] = props.frame.slopes
  return Object.entries(words.value?.slopes ?? {})
    .filter(([, slope]) => slope >= low && slope <= high)
    .map(([name, slope]) => ({ name, x: slopeX(slope, props.frame) }))
})
</script>

<template>
  <g>
    <rect
      class="paper"
      :x="frame.left"
      :y="frame.top"
      :width="Math.max(frame.wide, 0)"
      :height="Math.max(frame.high, 0)"
    />
    <text
      v-for="tick in ticks"
      :key="tick.says"
      class="end"
      :x="frame.left - BESIDE"
      :y="tick.y + 4"
    >
      {{ tick.says }}
    </text>
    <text
      v-for="one in classes"
      :key="one.name"
      class="mid"
      :x="one.x"
      :y="frame.top + frame.high + 19"
    >
      {{ one.name }}
    </text>
  </g>
</template>

<style scoped>
.paper {
  fill: var(--foam);
  stroke: var(--hairline);
}
text {
  font: 13px var(--sans);
  fill: var(--ink);
}
.end {
  text-anchor: end;
}
.mid {
  text-anchor: middle;
}
</style>
