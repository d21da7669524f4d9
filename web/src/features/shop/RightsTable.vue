<script setup lang="ts">
// What each role may do.
import type { People } from '@/shared/api/client'
import { ROLES } from './people'

defineProps<{ rights: People['rights'] }>()
const SAYS: Record<People['rights'][number]['right'], string> = {
  'work here': 'see the rack, the fin wall, the water and the orders',
  advise: 'write tickets, quivers and logs',
  'read tickets': 'read tickets and print what is handed over',
  'change the stock': 'bring boards and fins in, change and take them out',
  'take orders': 'take orders and move them on',
  'lend boards': 'lend demo boards and take them back',
  'know the water': 'set up breaks, buoys and sightings',
  'own numbers': 'set the shop’s own numbers, see what they do',
  findings: 'see where the model is off over all sessions',
  'set the terms': 'set prices, currency and tax',
  'know customers': 'find customers, write notes, put the same person together',
  'erase customers': 'take a customer’s data along, erase them, set how long they are kept',
  trail: 'read who changed what',
  people: 'invite and remove people, change roles, make API tokens',
}
</script>

<template>
  <h2>What each may do</h2>
  <table aria-label="What each may do">
    <thead>
      <tr>
        <td />
        <th v-for="role in ROLES" :key="role.value" scope="col">{{ role.says }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in rights" :key="one.right">
        <th scope="row">{{ SAYS[one.right] }}</th>
        <td v-for="role in ROLES" :key="role.value">
          {{ one.roles.includes(role.value) ? 'yes' : '–' }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
tbody th {
  font-weight: 400;
}
td,
th {
  padding-block: 2px;
}
</style>
