<script setup lang="ts">
// Whose page a place shows: the surfer of a ticket; without one in the address, of the ticket that was open last.
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { useTicket } from '@/shared/state/ticket'

const props = defineProps<{
  id: number | null
  /** The place's own address, as /log. */
  place: string
  label: string
}>()
const { state: tickets, loadList } = useTicket()
const router = useRouter()

onMounted(async () => {
  await loadList()
  if (props.id) return
  const last = tickets.fitting?.id ?? Number(window.localStorage.getItem('chord-ticket'))
  const row = tickets.list.find((one) => one.id === last) ?? tickets.list[0]
  if (row) await router.replace(`${props.place}/${row.id}`)
})
</script>

<template>
  <label class="whose">
    whose
    <select
      :value="id ?? ''"
      :aria-label="label"
      @change="router.push(`${place}/${($event.target as HTMLSelectElement).value}`)"
    >
      <option v-for="row in tickets.list" :key="row.id" :value="row.id">
        {{ row.name || 'no name' }}
      </option>
    </select>
  </label>
</template>

<style scoped>
select {
  min-height: 26px;
  margin-left: 6px;
  padding: 0 5px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
</style>
