<script setup lang="ts">
// A standing wave as a long section: the water that comes, the face at the last flow, and the window of flows in
// which it works; a pool as its settings.
import { computed, ref } from 'vue'
import type { Break, Now } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { heightOf, speedText } from '@/shared/units/units'
import { useSize } from '@/shared/drawing/size'

const props = defineProps<{ place: Break; now: Now | null; age: string }>()
const { units } = useSession()
const frame = ref<SVGSVGElement | null>(null)
/** Drawn at the size of its room. */
const room = useSize(frame, { width: 400, height: 200 })
const SCALE_WIDE = 400

const river = computed(() => props.place.river ?? null)
const most = computed(() => {
  const rating = river.value?.rating ?? []
  return Math.max(1, ...rating.map((row) => row.flow_m3_s), props.now?.flow_m3_s ?? 0) * 1.1
})
const x = (flow: number) => 20 + (flow / most.value) * (SCALE_WIDE - 40)
const flow = computed(() => props.now?.flow_m3_s ?? null)
/** What the rating says at the last flow. */
const at = computed(() => {
  const { speed_m_s: speed, depth_m: depth, face_m: face } = props.now ?? {}
  return speed && depth && face ? { speed, depth, face } : null
})
/** Where the bed lies [px], a metre of height [px], and a share of the width [px]. */
const foot = computed(() => room.height - Math.min(50, room.height / 4))
const metre = computed(() => {
  const tall = (at.value?.depth ?? 0.6) + (at.value?.face ?? 0.6) + 0.5
  return Math.min((foot.value - 40) / tall, room.width / 4)
})
const across = (share: number) => Math.round((share / SCALE_WIDE) * room.width)
const section = computed(() => {
  const now = at.value
  if (!now) return ''
  const face = now.face * metre.value
  const before = foot.value - now.depth * metre.value
  const crest = `${across(248)},${before - face}`
  return `M0,${before}C${across(90)},${before} ${across(130)},${before + 12} ${across(168)},${before + 14}S${across(216)},${before - face} ${crest}S${across(300)},${before - 4} ${room.width},${before - 6}V${foot.value + 20}H0Z`
})
const bed = computed(() => {
  const low = foot.value
  return `M0,${low}H${across(150)}C${across(180)},${low} ${across(180)},${low + 16} ${across(214)},${low + 16}S${across(260)},${low + 2} ${room.width},${low + 2}V${room.height}H0Z`
})
const alt = computed(() =>
  at.value
    ? `At ${flow.value} cubic metres a second the water comes at ${speedText(at.value.speed, units.value)}, ${heightOf(at.value.depth, units.value)} deep; the face is ${heightOf(at.value.face, units.value)} high.`
    : 'No flow is known yet.',
)
</script>

<template>
  <section class="river" aria-label="The standing wave">
    <svg
      ref="frame"
      class="wave"
      :viewBox="`0 0 ${room.width} ${room.height}`"
      role="img"
      :aria-label="alt"
    >
      <rect class="air" :width="room.width" :height="room.height" />
      <path v-if="section" class="water" :d="section" />
      <path class="bed" :d="bed" />
      <g v-if="at">
        <path class="arrow" :d="`M22,${foot - 18}H82l-9,-6M82,${foot - 18}l-9,6`" />
        <text x="22" y="24">
          {{ speedText(at.speed, units) }}, {{ heightOf(at.depth, units) }} deep
        </text>
        <text :x="across(248)" y="24" class="mid">face {{ heightOf(at.face, units) }}</text>
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

<style scoped src="./RiverView.css"></style>
