<script setup lang="ts">
// One customer: what was advised and when, notes, consent; the same person twice; taken along, erased.
import { computed, ref } from 'vue'
import type { Customer } from '@/shared/api/client'
import { vDraft } from '@/shared/forms/draft'
import { useSession } from '@/shared/shell/session'
import { shortDay } from '@/shared/log/when'
import BoughtList from './BoughtList.vue'
import { useCustomers } from './customers'

const props = defineProps<{ customer: Customer; owner: boolean }>()
const { state, open, close, change, merge, erase } = useCustomers()
const { units } = useSession()
const erasing = ref(false)
const again = ref('')
const joining = ref<number | null>(null)
/** What was typed and refused stays where it was typed. */
const drafts = ref<Record<string, string>>({})
const path = computed(() => `/api/customers/${props.customer.id}`)

async function write(field: 'name' | 'notes' | 'guardian', event: Event): Promise<void> {
  const text = (event.target as HTMLInputElement).value
  drafts.value[field] = text
  if (await change(props.customer.id, { [field]: text })) delete drafts.value[field]
}
const shown = (field: 'name' | 'notes' | 'guardian') => drafts.value[field] ?? props.customer[field]
</script>

<template>
  <button type="button" class="plain link" @click="close">all customers</button>
  <p v-if="state.fault" class="fault" role="alert">{{ state.fault.message }}</p>
  <div class="card">
    <label
      >name
      <input v-draft="shown('name')" maxlength="80" @change="(event) => write('name', event)" />
    </label>
    <label
      >guardian
      <input
        v-draft="shown('guardian')"
        maxlength="80"
        :placeholder="customer.child ? 'needed for a child' : ''"
        @change="(event) => write('guardian', event)"
      />
    </label>
    <label class="check">
      <input
        type="checkbox"
        :checked="!!customer.consent_at"
        @click.prevent="change(customer.id, { consent: !customer.consent_at })"
      />
      {{ customer.child ? 'the guardian said' : 'they said' }} that they may be kept
      <span v-if="customer.consent_at" class="quiet">on {{ shortDay(customer.consent_at) }}</span>
    </label>
    <label class="notes"
      >notes
      <textarea
        v-draft="shown('notes')"
        rows="3"
        maxlength="2000"
        @change="(event) => write('notes', event)"
      />
    </label>
  </div>
  <h2>Visits</h2>
  <table aria-label="Visits">
    <tbody>
      <tr v-for="one in customer.visits" :key="one.fitting_id">
        <td>
          <router-link :to="`/ticket/${one.fitting_id}`">{{ shortDay(one.day) }}</router-link>
        </td>
        <td>{{ one.place }}</td>
        <td>
          {{ one.board }} <span class="hand">{{ one.line?.[units] }}</span>
        </td>
        <td>{{ one.litres ? `wanted ${one.litres.toFixed(1)} L` : '' }}</td>
        <td>{{ one.order }}</td>
      </tr>
    </tbody>
  </table>
  <BoughtList :sales="customer.bought" @changed="open(customer.id)" />
  <p class="quiet">
    {{ customer.sessions }} sessions in the log, {{ customer.loans }} boards lent.
  </p>
  <template v-if="customer.twins.length">
    <h2>The same person?</h2>
    <p v-for="one in customer.twins" :key="one.id">
      {{ one.name }}, {{ one.tickets }} tickets
      <button v-if="joining !== one.id" type="button" class="plain link" @click="joining = one.id">
        put together
      </button>
      <button v-else type="button" class="plain sure" @click="merge(customer.id, one.id)">
        one person: all of theirs comes here, for good
      </button>
    </p>
  </template>
  <template v-if="owner">
    <h2>What is theirs</h2>
    <p class="line">
      <a :href="`${path}/customer.json`" download>all that is kept, as a document</a>
      <a :href="`${path}/customer.pdf`" target="_blank" rel="noopener">on paper</a>
      <button v-if="!erasing" type="button" class="plain link" @click="erasing = true">
        erase this person
      </button>
    </p>
    <form v-if="erasing" aria-label="Erase" @submit.prevent="erase(customer.id, again)">
      <p>
        {{ customer.name }} goes from every table, from the trail and from what is sent out. Tickets
        and sessions stay as figures of nobody. It cannot be undone. Backups made before still hold
        the person until they are replaced.
      </p>
      <label
        >type the name once more
        <input v-model="again" required />
      </label>
      <button type="submit" class="plain sure">erase for good</button>
    </form>
  </template>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.card {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 20px;
  margin: 8px 0;
  padding: 12px 16px;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
.card label {
  display: grid;
  gap: 2px;
  color: var(--soft-ink);
}
.card .check {
  grid-column: 1 / -1;
  display: flex;
  gap: 8px;
  color: var(--ink);
}
.notes {
  grid-column: 1 / -1;
}
textarea {
  padding: 3px 6px;
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-edge);
  resize: vertical;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
}
.hand {
  font: 16px var(--hand);
  color: var(--note);
}
a {
  color: var(--sea);
  text-underline-offset: 3px;
}
p {
  margin: 4px 0;
}
@media (max-width: 600px) {
  .card {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
