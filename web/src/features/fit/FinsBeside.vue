<script setup lang="ts">
// Two sets of fins in the same board beside each other: what each is and does, and which of them more.
import { computed } from 'vue'
import type { FinFit } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { distanceText, finAreaText, speedText } from '@/shared/units/units'

const props = defineProps<{ sets: readonly [FinFit, FinFit] }>()
defineEmits<{ close: [] }>()
const { units } = useSession()
interface Row {
  says: string
  text: (of: FinFit) => string
  value: (of: FinFit) => number
  more: string
  less: string
}
const ROWS: Row[] = [
  {
    says: 'a front fin',
    text: (of) => finAreaText(of.given_m2, units.value),
    value: (of) => of.given_m2,
    more: 'larger',
    less: 'smaller',
  },
  {
    says: 'holds to',
    text: (of) => speedText(of.hold_m_s, units.value),
    value: (of) => of.hold_m_s,
    more: 'lets go later',
    less: 'lets go sooner',
  },
  {
    says: 'turns in',
    text: (of) => distanceText(of.turn_radius_m, units.value),
    value: (of) => of.turn_radius_m,
    more: 'wider turns',
    less: 'tighter turns',
  },
  {
    says: 'loose',
    text: (of) => of.looseness.toFixed(2),
    value: (of) => of.looseness,
    more: 'freer tail',
    less: 'steadier tail',
  },
  {
    says: 'pump',
    text: () => '',
    value: (of) => of.pump,
    more: 'pumps better',
    less: 'pumps less',
  },
  {
    says: 'rear over front',
    text: (of) => of.balance?.toFixed(2) ?? '',
    value: (of) => of.balance ?? 1,
    more: 'more drive from the rear',
    less: 'more from the fronts',
  },
]
/** From which share on a difference is felt. */
const FELT = 0.02
const [first, second] = [computed(() => props.sets[0]), computed(() => props.sets[1])]
function does(row: Row): string {
  const change = row.value(second.value) / row.value(first.value) - 1
  if (Math.abs(change) < FELT) return 'much the same'
  return `${Math.abs(change * 100).toFixed(0)}%: ${change > 0 ? row.more : row.less}`
}
</script>

<template>
  <section aria-label="Two sets beside each other" class="two">
    <table>
      <thead>
        <tr>
          <th scope="col">
            <button type="button" class="plain link" @click="$emit('close')">put away</button>
          </th>
          <th v-for="one in sets" :key="one.name" scope="col">{{ one.name }}</th>
          <th scope="col">the second</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in ROWS" :key="row.says">
          <th scope="row">{{ row.says }}</th>
          <td v-for="one in sets" :key="one.name">{{ row.text(one) }}</td>
          <td class="words">{{ does(row) }}</td>
        </tr>
        <tr>
          <th scope="row">flex</th>
          <td v-for="one in sets" :key="one.name">{{ one.flex }}</td>
          <td></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped src="./Gear.css"></style>
<style scoped>
.two {
  background: var(--foam);
  padding: 4px 10px;
}
td.words {
  padding-left: 14px;
}
</style>
