<script setup lang="ts">
// What a session costs in each build over how many one surfs: where two lines cross the dearer build is the
// cheaper one.
import { computed } from 'vue'
import type { GearResult } from '@/shared/api/client'

const props = defineProps<{ gear: GearResult }>()
const [WIDE, HIGH, LEFT, FLOOR, RIGHT] = [380, 120, 30, 102, 250]
const DASHES = ['none', '6 3', '2 3', '8 3 2 3']
const builds = computed(() => props.gear.builds.filter((one) => one.cost_a_session.length))
const most = computed(() =>
  Math.max(...builds.value.map((one) => Number(one.cost_a_session[0] ?? 0)), 1),
)
/** Sessions on a ratio scale: the first hundred matter as much as the next four. */
const x = (sessions: number) => {
  const [low, high] = [props.gear.at[0] ?? 1, props.gear.at[props.gear.at.length - 1] ?? 2]
  return LEFT + ((RIGHT - LEFT) * Math.log(sessions / low)) / Math.log(high / low)
}
const y = (cost: number) => FLOOR - ((FLOOR - 8) * cost) / most.value
const lines = computed(() =>
  builds.value.map((one, k) => ({
    build: one.build,
    dash: DASHES[k],
    path: one.cost_a_session
      .map((cost, i) => `${x(props.gear.at[i] ?? 1).toFixed(1)},${y(Number(cost)).toFixed(1)}`)
      .join(' '),
    label: 16 + k * 17,
    crosses: one.crossing_sessions,
  })),
)
/** Where a build gets cheaper than the board's own, if that lies on the drawing. */
const crossings = computed(() =>
  lines.value.flatMap(({ crosses, build }) =>
    crosses && crosses >= (props.gear.at[0] ?? 1) && x(crosses) <= RIGHT
      ? [{ build, at: x(crosses), says: `${crosses}` }]
      : [],
  ),
)
const shown = computed(() =>
  [25, 50, 100, 200, 400, 800].filter((one) => props.gear.at.includes(one)),
)
</script>

<template>
  <svg
    v-if="builds.length > 1"
    class="curve"
    :viewBox="`0 0 ${WIDE} ${HIGH}`"
    role="img"
    :aria-label="`What a session costs by build: ${lines.map((one) => one.build).join(', ')}`"
  >
    <line class="axis" :x1="LEFT" :x2="RIGHT" :y1="FLOOR" :y2="FLOOR" />
    <text v-for="one in shown" :key="one" :x="x(one)" :y="FLOOR + 13" text-anchor="middle">
      {{ one }}
    </text>
    <text :x="RIGHT + 14" :y="FLOOR + 13">sessions</text>
    <text x="0" y="14">{{ most.toFixed(0) }}</text>
    <text x="0" :y="FLOOR">0</text>
    <g v-for="one in lines" :key="one.build">
      <polyline :points="one.path" :stroke-dasharray="one.dash" />
      <line
        :x1="RIGHT + 6"
        :x2="RIGHT + 26"
        :y1="one.label - 4"
        :y2="one.label - 4"
        :stroke-dasharray="one.dash"
      />
      <text :x="RIGHT + 32" :y="one.label">{{ one.build.split(',')[0] }}</text>
    </g>
    <g v-for="one in crossings" :key="one.build" class="cross">
      <line :x1="one.at" :x2="one.at" y1="14" :y2="FLOOR" />
      <text :x="one.at + 3" y="24">{{ one.says }}</text>
    </g>
  </svg>
</template>

<style scoped>
.curve {
  width: 100%;
  max-width: 460px;
  display: block;
}
polyline,
line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
.axis {
  stroke: var(--hairline);
}
.cross line {
  stroke: var(--pencil);
  stroke-dasharray: 1 2;
}
.cross text {
  fill: var(--pencil-text);
}
text {
  font-size: 11px;
  fill: var(--soft-ink);
}
</style>
