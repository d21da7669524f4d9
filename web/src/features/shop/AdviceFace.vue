<script setup lang="ts">
// How advice did. To be read in five seconds: of how many tickets a board was bought, how often it was the first one,
// what came back, and whether it rides as was said.
import { computed, onMounted, ref } from 'vue'
import { api, failureText, unwrap, type Advice } from '@/shared/api/client'
import { shortDay } from '@/shared/log/when'

const found = ref<Advice | null>(null)
const fault = ref('')
onMounted(async () => {
  try {
    found.value = await unwrap<Advice>(api.GET('/api/shop/advice/'))
  } catch (error) {
    fault.value = failureText(error)
  }
})
const all = computed(() => found.value?.rows[0])
const of = (part: number, whole: number) =>
  whole ? `${part} of ${whole} (${Math.round((100 * part) / whole)} %)` : '–'
const ridden = (row: Advice['rows'][number]) => {
  if (!row.ridden) return 'no sessions yet'
  const [low, middle, high] = row.ridden.ratio.map((ratio) => Math.round(100 * ratio))
  return `${middle} % of what was foretold (${low} to ${high}; ${row.ridden.sessions} sessions of ${row.ridden.surfers})`
}
const says = computed(() => {
  const row = all.value
  if (!row) return ''
  if (!row.tickets) return 'No ticket of the last twelve months has mass and level.'
  if (!row.bought) return `${row.tickets} tickets in twelve months; nothing was sold by them yet.`
  const first = row.from_rack
    ? ` ${row.hits} of ${row.from_rack} were the first board or as good.`
    : ''
  return `${row.bought} of ${row.tickets} tickets ended in a board.${first} ${row.came_back || 'None'} came back.`
})
</script>

<template>
  <section class="face" aria-label="Advice and sales" tabindex="0">
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="says" class="says" data-says>{{ says }}</p>
    <table v-if="found && all?.tickets" aria-label="By advisor">
      <thead>
        <tr>
          <th scope="col">who advised</th>
          <th scope="col">ended in a board</th>
          <th scope="col">first of the list or as good</th>
          <th scope="col">came back</th>
          <th scope="col">rides on it, by the log</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in found.rows" :key="row.who" :class="{ all: !row.who }">
          <th scope="row">{{ row.who || 'all' }}</th>
          <td>{{ of(row.bought, row.tickets) }}</td>
          <td>{{ of(row.hits, row.from_rack) }}</td>
          <td>{{ row.came_back }}</td>
          <td>{{ ridden(row) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="all?.tickets" class="quiet">
      The last twelve months. A board counts as the first if its fit lies as near to it as two
      boards of which either will do. Exchanged and returned boards came back; a board traded in
      years later did not.
    </p>
    <template v-if="found?.sales.length">
      <h2>Sold last</h2>
      <ul>
        <li v-for="one in found.sales" :key="one.id">
          {{ shortDay(one.sold_at) }}
          <router-link v-if="one.fitting_id" :to="`/ticket/${one.fitting_id}`">{{
            one.board
          }}</router-link>
          <template v-else>{{ one.board }}</template>
          <span class="quiet"
            >{{
              one.place === 1 ? 'first of the list' : one.place ? `${one.place}. of the list` : ''
            }}
            {{ one.back_as ?? '' }}
            {{ one.note }}</span
          >
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.says {
  margin: 0 0 10px;
  font: 600 19px/1.35 var(--serif);
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
}
.all th,
.all td {
  font-weight: 600;
}
a {
  color: var(--sea);
  text-underline-offset: 3px;
}
</style>
