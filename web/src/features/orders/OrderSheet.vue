<script setup lang="ts">
// One order: how far it is, what was agreed, the board with its measures, what came, what happened.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import OrderAgreed from './OrderAgreed.vue'
import OrderArrival from './OrderArrival.vue'
import OrderDrawing from './OrderDrawing.vue'
import OrderMeasures from './OrderMeasures.vue'
import OrderSteps from './OrderSteps.vue'
import { useOrders } from './orders'

const { orders } = useOrders()
const { units } = useSession()
const order = computed(() => orders.order)
const card = computed(() => order.value?.card)
const line = computed(() => card.value?.line[units.value] ?? '')
const name = computed(() => {
  const board = card.value?.board
  const called = board?.name || board?.family || ''
  return called.includes(line.value) ? called : `${called}, ${line.value}`
})
const FILES = ['svg', 'dxf', 'stl', '3mf', 'csv'] as const
const day = (at: string) => at.slice(0, 10)
</script>

<template>
  <section v-if="order && card" class="order" :aria-label="`Order ${order.id}`">
    <header class="over">
      <h2>Order {{ order.id }}{{ order.who ? ` for ${order.who}` : '' }}</h2>
      <span>{{ name }}</span>
      <router-link v-if="order.fitting_id" :to="`/ticket/${order.fitting_id}`"
        >its ticket</router-link
      >
      <span class="files">
        <a :href="`/api/orders/${order.id}/card.pdf`" target="_blank">order card</a>
        <a :href="`/api/orders/${order.id}/card.json`" download>as JSON</a>
        <a :href="`/api/orders/${order.id}/board.pdf`" download>templates on A4</a>
        <a :href="`/api/orders/${order.id}/board.pdf?paper=a3`" download>A3</a>
        <a
          v-for="kind in FILES"
          :key="kind"
          :href="`/api/orders/${order.id}/board.${kind}`"
          download
          >{{ kind }}</a
        >
      </span>
    </header>
    <OrderSteps v-may:only-read="'take orders'" />
    <div v-may:only-read="'take orders'" class="middle">
      <div class="board">
        <OrderDrawing :curves="order.curves" />
        <OrderArrival />
        <OrderMeasures />
      </div>
      <div class="side">
        <OrderAgreed />
        <section class="history" aria-label="What happened">
          <span class="label">what happened</span>
          <ol>
            <li v-for="(row, i) in order.history" :key="i">
              <span class="day">{{ day(row.at) }}</span> {{ row.says
              }}<span v-if="row.person" class="by">, {{ row.person }}</span>
            </li>
          </ol>
        </section>
      </div>
    </div>
  </section>
</template>

<style scoped src="./OrderSheet.css"></style>
