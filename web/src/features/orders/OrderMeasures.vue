<script setup lang="ts">
// The measures of an order: what each is, how far it may be off, what must not change and what a slip of the
// others costs; beside them what came.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useOrders } from './orders'
import { costText, MEASURE_WORDS, measureText, offText, smallText } from './words'

const { orders, change } = useOrders()
const { units } = useSession()
const order = computed(() => orders.order)
const came = computed(
  () => new Map((order.value?.arrival?.deviations ?? []).map((row) => [row.measure, row])),
)
const pinned = computed(
  () => order.value?.card.measures.filter((one) => one.pinned).map((one) => one.measure) ?? [],
)
type Pinned = NonNullable<Parameters<typeof change>[2]['pinned']>

function pin(measure: string, on: boolean): void {
  const kept = on ? [...pinned.value, measure] : pinned.value.filter((one) => one !== measure)
  void change('pinned', '', { pinned: kept as Pinned })
}
const small = (metres: number) => smallText(metres, units.value)
</script>

<template>
  <div v-if="order" class="scroll" tabindex="0" role="region" aria-label="Measures of the order">
    <table aria-label="Measures">
      <thead>
        <tr>
          <th scope="col">measure</th>
          <th scope="col">ordered</th>
          <th scope="col">may be off</th>
          <th scope="col">must not change</th>
          <th scope="col">a slip costs, less / more</th>
          <template v-if="came.size">
            <th scope="col">came</th>
            <th scope="col">off</th>
          </template>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in order.card.measures" :key="one.measure">
          <th scope="row">{{ MEASURE_WORDS[one.measure] }}</th>
          <td>{{ measureText(one.measure, one.value_m, units) }}</td>
          <td>± {{ small(one.tolerance_m) }}</td>
          <td>
            <input
              type="checkbox"
              :checked="one.pinned"
              :disabled="order.board_is_fixed"
              :aria-label="`${MEASURE_WORDS[one.measure]} must not change`"
              @change="pin(one.measure, ($event.target as HTMLInputElement).checked)"
            />
          </td>
          <td>
            <template v-if="one.less !== null && !one.pinned"
              >{{ small(one.slip_m) }}: {{ costText(one.less) }} /
              {{ costText(one.more) }}</template
            >
          </td>
          <template v-if="came.size">
            <td>{{ measureText(one.measure, came.get(one.measure)?.arrived ?? 0, units) }}</td>
            <td :class="{ fault: !came.get(one.measure)?.within }">
              {{ offText(one.measure, (came.get(one.measure)?.arrived ?? 0) - one.value_m) }}
            </td>
          </template>
        </tr>
        <tr>
          <th scope="row">litres</th>
          <td>{{ order.card.litres.toFixed(1) }} L</td>
          <td :colspan="3" class="says">
            thirds {{ order.card.thirds_l.map((third) => third.toFixed(1)).join(' / ') }} from the
            tail
          </td>
          <template v-if="came.get('litres')">
            <td>{{ measureText('litres', came.get('litres')?.arrived ?? 0, units) }}</td>
            <td :class="{ fault: !came.get('litres')?.within }">
              {{ offText('litres', (came.get('litres')?.arrived ?? 0) - order.card.litres) }}
            </td>
          </template>
        </tr>
      </tbody>
    </table>
    <p class="says">
      A slip costs points of fit of 100.
      <template v-if="order.card.blank"
        >Blank {{ order.card.blank.name }}: {{ small(order.card.blank.planed_m) }} planed off at
        least, {{ order.card.blank.cut_l.toFixed(0) }} L cut away.</template
      >
      <template v-else>No blank of the list holds it, or its build is moulded.</template>
      {{ order.card.build }}, {{ order.card.setup }}.
    </p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th,
td {
  padding: 1px 12px 1px 0;
  text-align: left;
  font-weight: 400;
  white-space: nowrap;
  border-top: 1px dotted var(--hairline);
}
thead th {
  color: var(--soft-ink);
  border: 0;
}
td:nth-child(2) {
  font-weight: 600;
}
.says {
  margin: 4px 0 0;
  color: var(--soft-ink);
}
</style>
