<script setup lang="ts">
// Fin sets that go into the boxes of the board on the bench, in the order in which they are tried.
import { computed, ref } from 'vue'
import type { FinFit, GearResult } from '@/shared/api/client'
import FinsBeside from './FinsBeside.vue'
import FinTrial from './FinTrial.vue'
import { useSession } from '@/shared/shell/session'
import { distanceText, speedText } from '@/shared/units/units'

const props = defineProps<{ gear: GearResult; picked: string | null }>()
defineEmits<{ pick: [name: string | null] }>()
const { units } = useSession()
const every = ref(false)
const FEW = 4

const fitting = computed(() => props.gear.fins.filter((one) => one.fits_boxes !== false))
const refused = computed(() => props.gear.fins.length - fitting.value.length)
/** The set that is sold is always among those that are shown. */
const shown = computed(() => {
  if (every.value) return fitting.value
  const few = fitting.value.slice(0, FEW)
  const own = fitting.value.find((one) => one.name === props.picked)
  return own && !few.includes(own) ? [...few, own] : few
})
const sold = computed(
  () => props.picked ?? props.gear.sum?.lines.find((line) => line.code === 'fins')?.says ?? '',
)
/** The first set, the one that is sold and what answers a complaint say why; the others when asked. */
const says = (one: FinFit) =>
  every.value || one === fitting.value[0] || one.name === sold.value || one.answers.length > 0
/** Sets that lie beside each other: the last two that were marked. */
const marked = ref<string[]>([])
function mark(name: string): void {
  const has = marked.value.includes(name)
  marked.value = has
    ? marked.value.filter((one) => one !== name)
    : [...marked.value.slice(-1), name]
}
const two = computed(() => {
  const [first, second] = marked.value.map((name) => fitting.value.find((one) => one.name === name))
  return first && second ? ([first, second] as const) : null
})
const answers = (one: FinFit) => one.answers.map((complaint) => `answers “${complaint}”`).join(', ')
</script>

<template>
  <section aria-label="Fins">
    <h2>
      Fins <span class="quiet">{{ gear.wanted_flex }} flex wanted</span>
    </h2>
    <template v-if="two">
      <FinsBeside :sets="two" @close="marked = []" />
      <p class="quiet"><FinTrial :key="marked.join()" :sets="marked" /></p>
    </template>
    <p v-if="!fitting.length" class="quiet">No set on the wall goes into these boxes.</p>
    <table v-else>
      <thead>
        <tr>
          <th scope="col"><span class="unseen">set</span></th>
          <th scope="col" class="words"><span class="unseen">set-up</span></th>
          <th scope="col">holds to</th>
          <th scope="col">turns in</th>
          <th scope="col" title="how freely the tail yaws: higher is looser">loose</th>
          <th scope="col">price</th>
          <th scope="col"><span class="unseen">beside another</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="one in shown" :key="one.name">
          <tr :class="{ sold: one.name === sold }" :data-fins="one.name" :title="one.says">
            <th scope="row">
              <button
                type="button"
                class="plain choice"
                :aria-pressed="one.name === sold"
                :title="one.name === picked ? 'let go' : 'sell these'"
                @click="$emit('pick', one.name === picked ? null : one.name)"
              >
                {{ one.name }}
              </button>
            </th>
            <td class="words">{{ one.setup }}</td>
            <td>{{ speedText(one.hold_m_s, units) }}</td>
            <td>{{ distanceText(one.turn_radius_m, units) }}</td>
            <td>{{ one.looseness.toFixed(2) }}</td>
            <td>{{ one.price ?? '' }}</td>
            <td>
              <button
                type="button"
                class="plain mark"
                :aria-pressed="marked.includes(one.name)"
                :aria-label="`lay ${one.name} beside another set`"
                title="beside another set"
                @click="mark(one.name)"
              >
                {{ marked.includes(one.name) ? '−' : '+' }}
              </button>
            </td>
          </tr>
          <tr v-if="says(one)" class="under">
            <td colspan="7">
              <b v-if="one.answers.length">{{ answers(one) }}. </b>{{ one.says }}
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p class="quiet">
      <button v-if="fitting.length > FEW" class="plain link" type="button" @click="every = !every">
        {{ every ? 'the first few' : `all ${fitting.length}` }}
      </button>
      <template v-if="refused"> {{ refused }} do not go into these boxes.</template>
      <FinTrial v-if="gear.trial.length && !two" :key="gear.trial.join()" :sets="gear.trial" />
    </p>
  </section>
</template>

<style scoped src="./Gear.css"></style>
