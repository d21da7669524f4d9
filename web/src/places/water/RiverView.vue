<script setup lang="ts">
// A standing wave as a long section: the water that comes, the face at the last flow, and the window of flows in
// which it works; a pool as its settings.
import { computed } from 'vue'
import type { Break, Now } from '../../api/client'
import { useSession } from '../../state/session'
import { heightOf } from '../../units'

const props = defineProps<{ place: Break; now: Now | null; age: string }>()
const { units } = useSession()
const [WIDE, HIGH] = [400, 200]

const river = computed(() => props.place.river ?? null)
const most = computed(() => {
  const rating = river.value?.rating ?? []
  return Math.max(1, ...rating.map((row) => row.flow_m3_s), props.now?.flow_m3_s ?? 0) * 1.1
})
const x = (flow: number) => 20 + (flow / most.value) * (WIDE - 40)
const flow = computed(() => props.now?.flow_m3_s ?? null)
/** What the rating says at the last flow. */
const at = computed(() => {
  const { speed_m_s: speed, depth_m: depth, face_m: face } = props.now ?? {}
  return speed && depth && face ? { speed, depth, face } : null
})
const FOOT = 150
const PX_A_METRE = 46
const section = computed(() => {
  const now = at.value
  if (!now) return ''
  const [deep, face] = [now.depth * PX_A_METRE, now.face * PX_A_METRE]
  const before = FOOT - deep
  return `M0,${before}C90,${before} 130,${before + 12} 168,${before + 14}S216,${before - face} 248,${before - face}S300,${before - 4} ${WIDE},${before - 6}V${FOOT + 20}H0Z`
})
const alt = computed(() =>
  at.value
    ? `At ${flow.value} cubic metres a second the water comes at ${at.value.speed.toFixed(1)} m/s, ${at.value.depth.toFixed(1)} m deep; the face is ${heightOf(at.value.face, units.value)} high.`
    : 'No flow is known yet.',
)
</script>

<template>
  <section class="river" aria-label="The standing wave">
    <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="alt">
      <rect class="air" :width="WIDE" :height="HIGH" />
      <path v-if="section" class="water" :d="section" />
      <path
        class="bed"
        :d="`M0,${FOOT}H150C180,${FOOT} 180,${FOOT + 16} 214,${FOOT + 16}S260,${FOOT + 2} ${WIDE},${FOOT + 2}V${HIGH}H0Z`"
      />
      <g v-if="at">
        <path class="arrow" d="M22,122H82l-9,-6M82,122l-9,6" />
        <text x="22" y="24">{{ at.speed.toFixed(1) }} m/s, {{ at.depth.toFixed(2) }} m deep</text>
        <text x="248" y="24" class="mid">face {{ heightOf(at.face, units) }}</text>
      </g>
      <text v-else x="22" y="24">no flow known yet: key b reads a gauge’s series</text>
      <text v-if="now && !now.fresh && flow !== null" x="22" y="42" class="old">{{ age }}</text>
    </svg>
    <svg
      v-if="river"
      viewBox="0 0 400 56"
      role="img"
      :aria-label="`Works from ${river.low_m3_s} to ${river.high_m3_s} cubic metres a second.`"
    >
      <path class="axis" d="M20,22H380" />
      <rect
        class="window"
        :x="x(river.low_m3_s)"
        y="14"
        :width="x(river.high_m3_s) - x(river.low_m3_s)"
        height="16"
      />
      <path
        v-if="flow !== null"
        class="now"
        :class="{ old: !now?.fresh }"
        :d="`M${x(flow)},13V33`"
      />
      <text class="mid" :x="x(river.low_m3_s)" y="48">{{ river.low_m3_s }}</text>
      <text class="mid" :x="x(river.high_m3_s)" y="48">{{ river.high_m3_s }} m³/s</text>
      <text v-if="flow !== null" class="mid strong" :x="x(flow)" y="10">{{ flow }}</text>
    </svg>
    <p class="caution">
      No ankle leash on a river wave: it can hold you under. Quick release or none, helmet, never
      alone; local rules go first.
    </p>
  </section>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
.air {
  fill: #eef1ea;
}
.water {
  fill: #b9d0cd;
  stroke: var(--sea);
  stroke-width: 2;
}
.bed {
  fill: #c9bfa8;
  stroke: var(--ink);
}
.arrow {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.axis {
  stroke: var(--faint);
}
.window {
  fill: var(--sea);
  fill-opacity: 0.4;
}
.now {
  stroke: var(--pencil);
  stroke-width: 3;
}
.now.old {
  stroke: var(--faint);
}
text {
  font: 13px var(--sans);
  fill: var(--ink);
}
.mid {
  text-anchor: middle;
}
.strong {
  font-weight: 600;
}
.old {
  fill: var(--faint);
}
.caution {
  margin: 4px 0 0;
  font-size: 13px;
  color: var(--pencil-text);
}
</style>
