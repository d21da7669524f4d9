<script setup lang="ts">
// The same shape in other builds: mass, price, what a session costs, and when the dearer one pays.
import { computed } from 'vue'
import type { BuildFit, GearResult } from '@/shared/api/client'
import CostCurve from './CostCurve.vue'
import { useSession } from '@/shared/shell/session'
import { massText } from '@/shared/units/units'

const props = defineProps<{ gear: GearResult }>()
const { masses } = useSession()
/** Sessions at which the cost is told here; the rest stand in the answer. */
const TOLD = [50, 200, 400]
/** Whether costs are known: a used board's remaining life is not. */
const priced = computed(() => !!props.gear.builds[0]?.price)
const columns = computed(() =>
  !priced.value
    ? []
    : TOLD.map((sessions) => ({ sessions, i: props.gear.at.indexOf(sessions) })).filter(
        ({ i }) => i >= 0,
      ),
)
/** How a build feels, as a sentence; of the board's own also what is first to go. */
function feels(one: BuildFit, own: boolean): string {
  const says = `${one.feel[0]?.toUpperCase() ?? ''}${one.feel.slice(1)}`
  return own ? `${says}; ${one.fails}.` : `${says}.`
}
</script>

<template>
  <section aria-label="Builds">
    <h2>Same shape, other builds</h2>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="unseen">build</span></th>
          <th scope="col">weighs</th>
          <th v-if="priced" scope="col">price</th>
          <th v-for="one in columns" :key="one.sessions" scope="col">
            {{ one.sessions }}<span class="unseen"> sessions: cost of one</span>
          </th>
        </tr>
        <tr v-if="priced" class="of">
          <td colspan="3"></td>
          <td :colspan="columns.length">a session, surfed so often</td>
        </tr>
      </thead>
      <tbody>
        <template v-for="(one, k) in gear.builds" :key="one.build">
          <tr :class="{ sold: k === 0 }" :data-build="one.build">
            <th scope="row">{{ one.build }}</th>
            <td>{{ massText(one.mass_kg, masses) }}</td>
            <td v-if="priced">{{ one.price }}</td>
            <td v-for="column in columns" :key="column.sessions">
              {{ one.cost_a_session[column.i] }}
            </td>
          </tr>
          <tr class="under" :title="`${one.fails}; ${one.mend}; ${one.heat}`">
            <td :colspan="2 + (priced ? 1 + columns.length : 0)">
              {{ one.says }} {{ feels(one, k === 0) }}
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <CostCurve v-if="priced" :gear="gear" />
  </section>
</template>

<style scoped src="./Gear.css"></style>
