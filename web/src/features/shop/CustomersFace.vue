<script setup lang="ts">
// Customers. To be read in five seconds: who they are, when anything was done for them last, whose time is over.
import { computed, onMounted, ref } from 'vue'
import { useSession } from '@/shared/shell/session'
import { readNumber } from '@/shared/units/units'
import CustomerSheet from './CustomerSheet.vue'
import { shortDay } from '@/shared/log/when'
import { useCustomers } from './customers'

const { state, list, find, onlyDue, open, keepFor, eraseDue } = useCustomers()
const { session } = useSession()
const owner = computed(() => session.value?.rights.includes('erase customers') ?? false)
const erasing = ref(false)
const monthsFault = ref('')
let pause: number | undefined
onMounted(() => {
  state.erased = null
  void list()
})

/** While one types only the last question is asked. */
function typed(event: Event): void {
  const q = (event.target as HTMLInputElement).value
  window.clearTimeout(pause)
  pause = window.setTimeout(() => void find(q), 150)
}
async function months(event: Event): Promise<void> {
  const text = (event.target as HTMLInputElement).value.trim()
  const read = text === '' ? { value: null } : readNumber(text, [1, 240])
  monthsFault.value = 'fault' in read ? read.fault : ''
  if (!('fault' in read)) await keepFor(read.value === null ? null : Math.round(read.value))
}
async function allDue(): Promise<void> {
  erasing.value = false
  await eraseDue()
}
</script>

<template>
  <section class="face" aria-label="Customers" tabindex="0">
    <CustomerSheet v-if="state.one" :key="state.one.id" :customer="state.one" :owner="owner" />
    <template v-else>
      <p v-if="state.fault" class="fault" role="alert">{{ state.fault.message }}</p>
      <p v-if="state.erased" role="status">
        Erased. Kept as figures of nobody:
        {{
          Object.entries(state.erased.kept_as_figures)
            .map(([name, count]) => `${count} ${name}`)
            .join(', ') || 'nothing'
        }}.
      </p>
      <p class="line">
        <label
          >find
          <input :value="state.q" type="search" aria-label="Find a customer" @input="typed" />
        </label>
        <span v-if="state.list" role="status"
          >{{ state.list.count }} {{ state.list.count === 1 ? 'customer' : 'customers' }}</span
        >
        <button
          v-if="state.list?.due || state.due"
          type="button"
          class="plain link"
          @click="onlyDue(!state.due)"
        >
          {{ state.due ? 'all of them' : `${state.list?.due} whose time is over` }}
        </button>
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">name</th>
            <th scope="col">last visit</th>
            <th scope="col">tickets</th>
            <th scope="col">sessions</th>
            <th scope="col">orders</th>
            <th scope="col">consent</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in state.list?.customers ?? []" :key="one.id" :data-customer="one.name">
            <th scope="row">
              <button type="button" class="plain link" @click="open(one.id)">
                {{ one.name || 'no name' }}
              </button>
              <span v-if="one.guardian" class="quiet">with {{ one.guardian }}</span>
            </th>
            <td :class="{ missing: one.due }">{{ shortDay(one.last) }}</td>
            <td>{{ one.tickets || '' }}</td>
            <td>{{ one.sessions || '' }}</td>
            <td>{{ one.orders || '' }}</td>
            <td>{{ one.consent_at ? `said so ${shortDay(one.consent_at)}` : 'not asked' }}</td>
          </tr>
        </tbody>
      </table>
      <button v-if="state.list?.next" type="button" class="plain link" @click="list(true)">
        more
      </button>
      <template v-if="owner && state.list">
        <h2>How long they are kept</h2>
        <p class="line">
          <label
            >months after the last visit, empty: for ever
            <input
              class="months"
              inputmode="numeric"
              :value="state.list.keep_months ?? ''"
              @change="months"
            />
          </label>
          <span v-if="monthsFault" class="fault" role="alert">{{ monthsFault }}</span>
          <template v-if="state.list.due">
            <button v-if="!erasing" type="button" class="plain link" @click="erasing = true">
              erase {{ state.list.due }} whose time is over
            </button>
            <button v-else type="button" class="plain sure" @click="allDue">
              {{ state.list.due }} persons are erased; it cannot be undone
            </button>
          </template>
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
  margin: 0 0 6px;
}
tbody th,
td {
  padding-block: 2px;
}
.months {
  width: 60px;
}
</style>
