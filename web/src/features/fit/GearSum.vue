<script setup lang="ts">
// The sum: line by line, against the budget, and what their present board brings.
import { computed, defineAsyncComponent, reactive, ref } from 'vue'
import type { GearChoice, GearResult, Looks } from '@/shared/api/client'
import { vDraft } from '@/shared/forms/draft'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import SixLooks from '@/shared/forms/SixLooks.vue'
import { useBoardDetails } from './boardDetails'
import { useRack } from '@/shared/state/rack'
import GearDeck from './GearDeck.vue'
import { useTicket } from '@/shared/state/ticket'
import { smallText } from '@/shared/units/units'
import { useSession } from '@/shared/shell/session'

const props = defineProps<{ gear: GearResult; choice: GearChoice }>()
const emit = defineEmits<{ choose: [part: Partial<GearChoice>] }>()
const { assumed, facts, fault } = useTicket()
const { units } = useSession()

const EXTRAS = [
  { value: 'bag', says: 'bag' },
  { value: 'kit', says: 'repair kit' },
] as const
const LEFT_OUT = { bag: 'the bag', kit: 'the repair kit', pad: 'the pad', fins: 'new fins' }

const TermsDialog = defineAsyncComponent(() => import('./TermsDialog.vue'))
const terms = ref(false)
const { askGear } = useBoardDetails()
const { load: loadRack } = useRack()
/** Other prices are other sums everywhere. */
function priced(): void {
  void askGear()
  void loadRack().catch(() => undefined)
}
const sum = computed(() => props.gear.sum)
const looks = computed(() => props.choice.trade_in ?? null)
const extras = computed(() => props.choice.extras ?? [])

function toggle(extra: 'bag' | 'kit'): void {
  const has = extras.value.includes(extra)
  emit('choose', {
    extras: has ? extras.value.filter((one) => one !== extra) : [...extras.value, extra],
  })
}

function look(part: Partial<Looks>): void {
  emit('choose', { trade_in: { ...looks.value, ...part } })
}

/** In which month that session falls, at what this surfer surfs. */
const inMonth = computed(() => {
  const often = Number(facts.value.sessions_month ?? assumed.value.get('sessions_month') ?? 0)
  const from = props.gear.owning_from_sessions
  return from && often > 0 ? `, in month ${Math.ceil(from / often)} at ${often} a month` : ''
})
/** Whether a board is waxed: then it counts how warm the water is. */
const waxed = computed(() => sum.value?.lines.some((line) => line.code === 'wax') ?? false)
const typedWater = ref('')
const shownWater = computed(() => {
  const of = props.choice.water_c
  if (fault('gear.water_c')) return typedWater.value
  if (typeof of !== 'number') return ''
  return String(Math.round(units.value === 'metric' ? of : of * 1.8 + 32))
})
function typeWater(text: string): void {
  typedWater.value = text.trim()
  const plain = typedWater.value.replace(',', '.')
  const value = Number(plain)
  const celsius = units.value === 'metric' ? value : Math.round(((value - 32) / 1.8) * 10) / 10
  const given = plain === '' ? null : Number.isNaN(value) ? plain : celsius
  emit('choose', { water_c: given as number | null })
}

/** Numbers of the old board; what cannot be is refused by the server, said there, and stays as it was typed. */
const NUMBERS = [
  ['price', 'cost new', 'What the present board cost new'],
  ['sessions', 'sessions', 'Sessions behind the present board'],
] as const

const typed = reactive({ price: '', sessions: '' })
const wrong = (name: 'price' | 'sessions') => fault(`gear.trade_in.${name}`)
const shown = (name: 'price' | 'sessions') =>
  wrong(name) ? typed[name] : String(looks.value?.[name] ?? '')

function type(name: 'price' | 'sessions', event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim().replace(',', '.')
  typed[name] = text
  const value = text === '' ? null : Number(text)
  look({ [name]: Number.isNaN(value) ? text : value })
}
</script>

<template>
  <section v-if="sum" class="sum" tabindex="0" aria-label="The sum">
    <h2>
      All in, {{ sum.currency }}
      <button v-may="'set the terms'" type="button" class="plain link own" @click="terms = true">
        prices, tax
      </button>
    </h2>
    <table>
      <tbody>
        <tr v-for="line in sum.lines" :key="line.code" :data-line="line.code">
          <th scope="row">{{ line.says }}</th>
          <td>{{ line.price ?? '?' }}</td>
        </tr>
        <tr class="total">
          <th scope="row">out of the door</th>
          <td data-total>{{ sum.total }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="sum.tax_in_it" class="quiet">of which tax {{ sum.tax_in_it }}</p>
    <p v-if="sum.over" class="over" data-over>
      {{ sum.over }} over the budget.
      <template v-if="sum.leave_out.length">
        Leave out first: {{ sum.leave_out.map((one) => LEFT_OUT[one]).join(', ') }}.
      </template>
    </p>
    <table v-if="sum.instalments.length" class="quiet" aria-label="Over some months">
      <tbody>
        <tr v-for="row in sum.instalments" :key="row.months">
          <th scope="row">{{ row.months }} months</th>
          <td>{{ row.each }}</td>
        </tr>
      </tbody>
    </table>
    <p class="with" role="group" aria-label="Also">
      with <ChoiceButtons :options="EXTRAS" :chosen="extras" @choose="toggle" />
    </p>
    <p class="quiet">{{ gear.leash }}</p>
    <p class="quiet">
      {{ gear.pad
      }}<template v-if="gear.feet"
        >; the back foot turns {{ smallText(gear.feet.turn_m, units) }} from the tail</template
      >. Mend with {{ gear.kit }}.
    </p>
    <GearDeck :gear="gear" />
    <label v-if="waxed" class="water">
      water, {{ units === 'metric' ? '°C' : '°F' }}
      <input
        v-draft="shownWater"
        inputmode="decimal"
        aria-label="How warm the water is"
        @change="(event) => typeWater((event.target as HTMLInputElement).value)"
      />
      <small v-if="fault('gear.water_c')" role="alert">{{ fault('gear.water_c') }}</small>
    </label>
    <p v-if="gear.owning_from_sessions" class="quiet">
      Cheaper than hiring from session {{ gear.owning_from_sessions }}{{ inMonth }}.
    </p>
    <template v-if="facts.present_board">
      <button
        class="plain link"
        type="button"
        :aria-expanded="!!looks"
        @click="emit('choose', { trade_in: looks ? null : {} })"
      >
        {{ looks ? 'not in payment' : 'take their board in payment' }}
      </button>
      <p v-if="gear.keep" class="quiet" data-keep>{{ gear.keep.says }}</p>
      <div v-if="looks" class="looks">
        <label v-for="[name, says, whole] in NUMBERS" :key="name">
          {{ says }}
          <input
            v-draft="shown(name)"
            inputmode="decimal"
            :aria-label="whole"
            @change="(event) => type(name, event)"
          />
          <small v-if="wrong(name)" role="alert">{{ wrong(name) }}</small>
        </label>
        <SixLooks :looks="looks" @look="look" />
        <p v-if="gear.trade_in" class="quiet">{{ gear.trade_in.reasons.join('; ') }}</p>
      </div>
    </template>
    <TermsDialog v-if="terms" v-model="terms" @kept="priced" />
  </section>
</template>

<style scoped src="./Gear.css"></style>
