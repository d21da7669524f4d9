<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { SURFER_LIMITS } from '@/shared/api/allowed'
import { heightText, massText, readHeight, readMass, readNumber } from '@/shared/units/units'
import FactField from './FactField.vue'
import FactLine, { type Piece } from './FactLine.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { masses, units, words } = useSession()
const { facts, assumed, fault, setFacts } = useTicket()

const kg = (value: number) => massText(value, masses.value)
const readKg = (text: string) => readMass(text, masses.value)
const readName = (text: string) => ({ value: text.trim() })
const READ = {
  age: (text: string) => readNumber(text, SURFER_LIMITS.age),
  sessions_month: (text: string) => readNumber(text, SURFER_LIMITS.sessions_month),
  wetsuit_mm: (text: string) => readNumber(text, SURFER_LIMITS.wetsuit_mm),
}
const height = (value: number) => heightText(value, units.value)

function piece(
  field: 'height_m' | 'age' | 'sessions_month',
  show: (value: number) => string,
): Piece[] {
  const said = facts.value[field]
  if (said !== null && said !== undefined) return [{ text: show(said) }]
  const guess = assumed.value.get(field)
  return guess === undefined ? [] : [{ text: show(Number(guess)), pencil: true }]
}

const body = computed<Piece[]>(() => [
  ...(facts.value.mass_kg ? [{ text: kg(facts.value.mass_kg) }] : []),
  ...piece('height_m', height),
  ...piece('age', (value) => `${value} years`),
])
const fitness = computed<Piece[]>(() => {
  const said = facts.value.fitness
  const guess = assumed.value.get('fitness')
  const first = said ? [{ text: `${said} fitness` }] : []
  const pencil = !said && guess ? [{ text: `${guess} fitness`, pencil: true }] : []
  return [...first, ...pencil, ...piece('sessions_month', (value) => `${value} sessions a month`)]
})

function guess(field: string, show: (value: number) => string): string | undefined {
  const value = assumed.value.get(field)
  return value === undefined ? undefined : show(Number(value))
}
</script>

<template>
  <TicketCard title="Body" :digit="1" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first"
        ><FactLine v-if="body.length" :pieces="body" /><template v-else
          >How heavy? How tall?</template
        ></span
      >
      <FactLine :pieces="fitness" />
    </template>
    <FactField
      label="Name"
      :value="facts.name"
      :show="String"
      :read="readName"
      :fault="fault('facts.name')"
      @change="setFacts({ name: $event ?? '' })"
    />
    <div class="pair">
      <FactField
        label="Mass"
        :value="facts.mass_kg"
        :show="kg"
        :read="readKg"
        :unit="masses"
        :fault="fault('facts.mass_kg')"
        @change="setFacts({ mass_kg: $event })"
      />
      <FactField
        label="Height"
        :value="facts.height_m"
        :show="height"
        :read="readHeight"
        unit="cm"
        :assumed="guess('height_m', height)"
        :fault="fault('facts.height_m')"
        @change="setFacts({ height_m: $event })"
      />
    </div>
    <div class="pair">
      <FactField
        label="Age"
        :value="facts.age"
        :show="String"
        :read="READ.age"
        unit="years"
        :assumed="guess('age', String)"
        :fault="fault('facts.age')"
        @change="setFacts({ age: $event })"
      />
      <FactField
        label="Sessions a month"
        :value="facts.sessions_month"
        :show="String"
        :read="READ.sessions_month"
        :assumed="guess('sessions_month', String)"
        :fault="fault('facts.sessions_month')"
        @change="setFacts({ sessions_month: $event })"
      />
    </div>
    <div class="pair">
      <v-select
        label="Fitness"
        :items="words?.fitness"
        :model-value="facts.fitness ?? null"
        :placeholder="String(assumed.get('fitness') ?? '')"
        persistent-placeholder
        @update:model-value="setFacts({ fitness: $event })"
      />
      <FactField
        label="Wetsuit"
        :value="facts.wetsuit_mm"
        :show="String"
        :read="READ.wetsuit_mm"
        unit="mm"
        :assumed="guess('wetsuit_mm', String)"
        :fault="fault('facts.wetsuit_mm')"
        @change="setFacts({ wetsuit_mm: $event })"
      />
    </div>
  </TicketCard>
</template>
