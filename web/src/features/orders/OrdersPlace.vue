<script setup lang="ts">
// Orders. To be read in five seconds: what is late, and what the order in hand waits for.
import { onMounted, watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePageTitle } from '@/shared/shell/pageTitle'
import TopBar from '@/shared/shell/TopBar.vue'
import OrderSheet from './OrderSheet.vue'
import { useOrders } from './orders'
import { countDays } from '@/shared/units/days'

const props = defineProps<{ id: number | null }>()
const { orders, loadList, open } = useOrders()
const router = useRouter()
usePageTitle(() => (orders.order && props.id ? `Order ${orders.order.id}` : 'Orders'))

onMounted(async () => {
  await loadList()
  const first = orders.rows?.[0]
  if (!props.id && first) await router.replace(`/orders/${first.id}`)
})
watch(
  () => props.id,
  (id) => void (id && open(id)),
  { immediate: true },
)
</script>

<template>
  <div class="whole">
    <TopBar />
    <main>
      <aside>
        <h1>Orders</h1>
        <p v-if="orders.rows?.length === 0">
          None yet. Put a board on the bench of a ticket and choose “order it”.
        </p>
        <nav aria-label="Orders">
          <router-link
            v-for="row in orders.rows ?? []"
            :key="row.id"
            :to="`/orders/${row.id}`"
            :aria-current="row.id === id ? 'page' : undefined"
            :class="{ ended: ['collected', 'hung', 'called off'].includes(row.state) }"
          >
            <b>{{ row.who || 'nobody yet' }}</b>
            <span class="state">{{ row.state }}</span>
            <span class="what">{{ row.what }}</span>
            <span v-if="row.overdue_days" class="fault"
              >{{ countDays(row.overdue_days) }} late</span
            >
            <span v-else-if="row.due" class="due">due {{ row.due }}</span>
          </router-link>
        </nav>
      </aside>
      <p v-if="orders.fault" class="fault" role="alert">{{ orders.fault }}</p>
      <OrderSheet v-else-if="orders.order && id" :key="orders.order.id" />
    </main>
  </div>
</template>

<style scoped src="./OrdersPlace.css"></style>
