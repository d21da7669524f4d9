<script setup lang="ts">
// What a break was measured to give, against what is remembered, and by which of them the ticket goes.
import { computed } from 'vue'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { useSession } from '@/shared/shell/session'
import { useMeasuredWaves } from '@/shared/state/measuredWaves'
import { useRack } from '@/shared/state/rack'
import { useTicket } from '@/shared/state/ticket'
import { faceSays } from '@/shared/units/waveMap'

type Way = 'measured' | 'remembered' | 'foam'
const { faces, units, words } = useSession()
const { facts, water, fitting, body, setGoBy } = useTicket()
const { rack } = useRack()
const real = useMeasuredWaves()
/** Known with the break: what is said of it comes later and has its room already. */
const isMeasured = computed(
  () => rack.breaks.find((one) => one.id === fitting.value?.break_id)?.measured ?? false,
)
/** Who begins rides what is broken already. */
const WAYS = computed(() => {
  const begins = ['starter', 'standing'].includes(facts.value.rung ?? '')
  return [
    { value: 'measured', says: 'what is measured' },
    { value: 'remembered', says: 'what is remembered' },
    ...(begins && real.value?.foam_m ? [{ value: 'foam', says: 'its white water' } as const] : []),
  ] as { value: Way; says: string }[]
})
const goesBy = computed(() => {
  if (water.value.kind === 'white_water') return 'foam'
  const river = water.value.kind === 'river'
  const measures = river
    ? water.value.flow_m_s === real.value?.water.flow_m_s
    : !!water.value.bins?.length
  return measures ? 'measured' : 'remembered'
})
/** What the break gives against what is remembered, in a line. */
const measured = computed(() => {
  const given = real.value
  if (given?.river) return given.says.join(' ')
  const climate = given?.climate
  if (!climate || !words.value) return ''
  const say = (metres: number) =>
    faceSays(metres, words.value, body.value, units.value, faces.value)
  const said = given.remembered.length ? given.habit || 'Much as remembered.' : ''
  return `Measured: small ${say(climate.small_m)}, usually ${say(climate.usual_m)}, big ${say(climate.big_m)}, mostly ${climate.steepness}. ${said}`.trim()
})
function choose(way: Way): void {
  if (way !== goesBy.value) setGoBy(way)
}
</script>

<template>
  <div v-if="isMeasured" class="measured">
    <p>{{ measured || 'asking what is measured here …' }}</p>
    <span class="label">go by</span>
    <ChoiceButtons :options="WAYS" :chosen="goesBy" @choose="choose" />
    <router-link v-if="fitting" :to="`/water/${fitting.break_id}`">its water</router-link>
  </div>
</template>

<style scoped>
.measured {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  padding: 4px 0 6px;
  font-size: 13px;
}
.measured p {
  flex-basis: 100%;
  min-height: 4.05em;
  margin: 0;
  color: var(--sea);
}
</style>
