<script setup lang="ts">
// What the customer buys: the board on the bench leaves the rack and stands in their quiver; undone by a touch.
import { computed, onMounted, ref, watch } from 'vue'
import { api, failureText, unwrap, type Sale, type Sales } from '@/shared/api/client'
import { shortDay } from '@/shared/log/when'
import { useRack } from '@/shared/state/rack'
import { useTicket } from '@/shared/state/ticket'

const ticket = useTicket()
const { rack, load } = useRack()
const sales = ref<Sale[]>([])
const price = ref('')
const fault = ref('')
const busy = ref(false)

/** The board of the rack on the bench, where it is for sale. */
const board = computed(() => {
  const found = rack.boards.find((one) => one.id === ticket.answer.value?.bench?.id)
  return found && found.board.stock !== 'hire' ? found : null
})
const called = computed(() => {
  const one = board.value
  return one ? [one.number, one.board.name || one.board.family].filter(Boolean).join(' ') : ''
})
watch(board, (one) => (price.value = one?.board.price?.toString() ?? ''), { immediate: true })

async function attempt(act: (id: number) => Promise<unknown>): Promise<void> {
  const id = ticket.state.fitting?.id
  if (!id) return
  busy.value = true
  try {
    await act(id)
    fault.value = ''
  } catch (error) {
    fault.value = failureText(error)
  }
  busy.value = false
}
async function list(id: number): Promise<void> {
  const params = { path: { id } }
  sales.value = (await unwrap<Sales>(api.GET('/api/fittings/{id}/sales/', { params }))).sales
}
/** The rack and the answer are others now. */
const afresh = (id: number) => Promise.all([load(), ticket.open(id), list(id)])
onMounted(() => attempt(list))

async function sell(): Promise<void> {
  const one = board.value
  const [text, paid] = [price.value.trim(), Number(price.value.replace(',', '.'))]
  if (!one) return
  if (text && !Number.isFinite(paid)) {
    fault.value = 'a price, please'
    return
  }
  await attempt(async (id) => {
    const body = { board_id: one.id, ...(text ? { price: paid } : {}) }
    await unwrap(api.POST('/api/fittings/{id}/sales/', { params: { path: { id } }, body }))
    await afresh(id)
  })
}
const undo = (sale: Sale) =>
  attempt(async (id) => {
    await unwrap(api.DELETE('/api/sales/{id}/', { params: { path: { id: sale.id } } }))
    await afresh(id)
  })
</script>

<template>
  <div v-may="'change the stock'" class="sold">
    <p v-for="one in sales" :key="one.id" data-sold>
      {{ one.board }} sold on {{ shortDay(one.sold_at) }}
      <template v-if="one.back_as">, {{ one.back_as }}</template>
      <button v-else type="button" class="plain link" :disabled="busy" @click="undo(one)">
        undo
      </button>
    </p>
    <form v-if="called" @submit.prevent="sell">
      <label
        >they buy {{ called }} for
        <input v-model="price" inputmode="decimal" size="6" aria-label="Price" />
      </label>
      <button type="submit" class="plain keep" :disabled="busy">sold</button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.sold {
  padding: 6px 4px 0;
  margin-top: 4px;
  border-top: 1px dotted var(--hairline);
}
p {
  margin: 0 0 4px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: baseline;
}
input {
  padding: 2px 6px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
.keep {
  padding: 2px 10px;
  border: 1px solid var(--pencil);
}
.fault {
  color: var(--pencil-text);
}
</style>
