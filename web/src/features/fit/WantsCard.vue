<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { SURFER_LIMITS } from '@/shared/api/allowed'
import { lengthText, massText, readLong, readMass, readNumber } from '@/shared/units/units'
import FactField from './FactField.vue'
import FactLine, { type Piece } from './FactLine.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { masses, units, words } = useSession()
const { facts, assumed, fault, setFacts } = useTicket()

const aim = computed<Piece[]>(() => {
  const guess = assumed.value.get('aim')
  if (facts.value.aim) return [{ text: facts.value.aim }]
  return guess ? [{ text: String(guess), pencil: true }] : []
})
const families = computed(() => words.value?.families.map((family) => family.name))
const rungs = computed(() =>
  words.value?.rungs.map((row) => ({ title: row.can_do, value: row.name })),
)
type Sharer = NonNullable<(typeof facts.value)['sharers']>[number]
const sharers = computed<Sharer[]>(() => [...(facts.value.sharers ?? [])])

function share(at: number, changed: Partial<Sharer>): void {
  setFacts({ sharers: sharers.value.map((one, i) => (i === at ? { ...one, ...changed } : one)) })
}

const long = (metres: number) => lengthText(metres, units.value)
const kg = (value: number) => massText(value, masses.value)
const readKg = (text: string) => readMass(text, masses.value)

const more = computed<Piece[]>(() => [
  ...(sharers.value.length ? [{ text: `shared with ${sharers.value.length}` }] : []),
  ...(facts.value.wish ? [{ text: `asks for: ${facts.value.wish}` }] : []),
  ...(facts.value.max_carry_m ? [{ text: `the car takes ${long(facts.value.max_carry_m)}` }] : []),
  ...(facts.value.budget ? [{ text: `up to ${facts.value.budget}` }] : []),
])
</script>

<template>
  <TicketCard title="Wants" :digit="5" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first"
        ><FactLine v-if="aim.length" :pieces="aim" /><template v-else>What for?</template></span
      >
      <FactLine :pieces="more" />
    </template>
    <v-select
      label="What for"
      :items="words?.aims"
      :model-value="facts.aim ?? null"
      :placeholder="String(assumed.get('aim') ?? '')"
      persistent-placeholder
      @update:model-value="setFacts({ aim: $event })"
    />
    <v-select
      label="A kind of board asked for"
      clearable
      :items="families"
      :model-value="facts.wish ?? null"
      @update:model-value="setFacts({ wish: $event })"
    />
    <div class="pair">
      <FactField
        label="Budget"
        :value="facts.budget"
        :show="String"
        :read="(text: string) => readNumber(text, SURFER_LIMITS.budget)"
        :fault="fault('facts.budget')"
        @change="setFacts({ budget: $event })"
      />
      <FactField
        label="Car takes (length)"
        :value="facts.max_carry_m"
        :show="long"
        :read="(text: string) => readLong(text, units)"
        :fault="fault('facts.max_carry_m')"
        @change="setFacts({ max_carry_m: $event })"
      />
    </div>
    <div
      v-for="(one, i) in sharers"
      :key="i"
      class="sharer"
      role="group"
      :aria-label="`Shares it, ${i + 1}`"
    >
      <FactField
        label="Also rides it"
        :value="one.name || null"
        :show="String"
        :read="(text: string) => ({ value: text.trim() })"
        @change="share(i, { name: $event ?? '' })"
      />
      <FactField
        label="Their mass"
        :value="one.mass_kg"
        :show="kg"
        :read="readKg"
        :unit="masses"
        :fault="fault(`facts.sharers.${i}.mass_kg`)"
        @change="share(i, { mass_kg: $event })"
      />
      <v-select
        label="They can"
        :items="rungs"
        :model-value="one.rung ?? null"
        @update:model-value="share(i, { rung: $event })"
      />
      <button
        class="plain link"
        type="button"
        @click="setFacts({ sharers: sharers.filter((_, j) => j !== i) })"
      >
        no longer shares it
      </button>
    </div>
    <button
      v-if="sharers.length < 6"
      class="plain link add"
      type="button"
      @click="setFacts({ sharers: [...sharers, { name: '' }] })"
    >
      somebody else rides it too
    </button>
  </TicketCard>
</template>

<style scoped>
.sharer {
  display: grid;
  gap: 12px;
  padding-left: 10px;
  border-left: 3px double var(--hairline);
}
.add,
.sharer button {
  justify-self: start;
}
</style>
