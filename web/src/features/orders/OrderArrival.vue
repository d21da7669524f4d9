<script setup lang="ts">
// What came against what was ordered: take it, talk, or send it back, and what the differences do.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { distanceText, speedText } from '@/shared/units/units'
import { useOrders } from './orders'

const { orders } = useOrders()
const { units } = useSession()
const order = computed(() => orders.order)
const arrival = computed(() => order.value?.arrival)
const HEADS = { accept: 'Take it', talk: 'Talk to the shaper', refuse: 'Send it back' } as const
const does = computed(() =>
  (arrival.value?.compared.differences ?? []).map((row) => row.does[1]).filter(Boolean),
)
const RIDDEN = [
  { measure: 'rides_per_hour', says: 'rides an hour', text: (value: number) => value.toFixed(1) },
  { measure: 'hold_m_s', says: 'holds to', text: (value: number) => speedText(value, units.value) },
  {
    measure: 'turn_radius_m',
    says: 'turns within',
    text: (value: number) => distanceText(value, units.value),
  },
] as const
/** What it does under the surfer, ordered and come. */
const ridden = computed(() =>
  RIDDEN.flatMap(({ measure, says, text }) => {
    const of = arrival.value?.compared.differences.find((row) => row.measure === measure)?.values
    const [ordered, came] = of ?? []
    if (ordered === undefined || came === undefined) return []
    return [{ says, text: `${text(came)}, ordered ${text(ordered)}` }]
  }),
)
const fits = computed(() => {
  const [ordered, came] = [arrival.value?.ordered_fit, arrival.value?.arrived_fit]
  if (typeof ordered !== 'number' || typeof came !== 'number') return ''
  return `Fit ${came.toFixed(0)}, ordered ${ordered.toFixed(0)}.`
})
</script>

<template>
  <section
    v-if="order?.arrived_board_id"
    class="came"
    aria-label="What came"
    :data-verdict="arrival?.verdict"
  >
    <template v-if="arrival">
      <b>{{ HEADS[arrival.verdict] }}.</b> {{ arrival.says }} {{ fits }}
      <ul v-if="ridden.length">
        <li v-for="one in ridden" :key="one.says">{{ one.says }} {{ one.text }}</li>
      </ul>
      <ul v-if="does.length">
        <li v-for="says in does" :key="says">{{ says }}</li>
      </ul>
    </template>
    <b v-else>Measure it before it is handed over. </b>
    <router-link v-if="order.state === 'arrived'" :to="`/rack/${order.arrived_board_id}`"
      >measure it, with tape or photograph</router-link
    >
  </section>
</template>

<style scoped>
.came {
  padding: 6px 12px;
  background: var(--foam);
  border-left: 3px solid var(--sea);
}
.came[data-verdict='refuse'] {
  border-left-color: var(--pencil);
}
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  margin: 2px 0;
  padding: 0;
  list-style: none;
}
</style>
