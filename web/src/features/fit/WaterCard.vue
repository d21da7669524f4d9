<script setup lang="ts">
import { computed } from 'vue'
import { useRack } from '@/shared/state/rack'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { WATER_LIMITS, WATER_CROWD_WORDS, WATER_WIND_WORDS } from '@/shared/api/allowed'
import { faceText, readDays, readFace, readNumber, type Days } from '@/shared/units/units'
import FactField from './FactField.vue'
import KeepBreak from './KeepBreak.vue'
import MeasuredLine from './MeasuredLine.vue'
import FactLine, { type Piece } from './FactLine.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { faces, units, words } = useSession()
const { water, fitting, body, assumed, fault, setWater, setBreak } = useTicket()
const { rack } = useRack()

const read = (text: string) =>
  words.value
    ? readFace(text, words.value, body.value, faces.value, units.value)
    : { fault: 'not ready' }
const readUsual = (text: string) =>
  words.value
    ? readDays(text, words.value, body.value, faces.value, units.value)
    : { fault: 'not ready' }
/** The usual day as a value of its own field: a span brings the small and the big day with it. */
const usual = computed<Days | null>(() =>
  water.value.usual_m ? { usual_m: water.value.usual_m } : null,
)
/** The unit of a bare number. */
const waveUnit = computed(() => (units.value === 'imperial' ? 'ft' : 'm'))
const face = (metres: number) =>
  words.value ? faceText(metres, words.value, body.value, units.value, faces.value) : ''
const kinds = { sea: 'sea', river: 'river wave', pool: 'wave pool', white_water: 'white water' }
const days = [
  { field: 'small_m', label: 'Small day' },
  { field: 'usual_m', label: 'Usual day' },
  { field: 'big_m', label: 'Big day' },
] as const

/** What is assumed of a fact that is no height, as it stands. */
function plainGuess(field: string): string | undefined {
  const value = assumed.value.get(`water.${field}`)
  return value === undefined ? undefined : String(value)
}

function guess(field: string): string | undefined {
  const value = assumed.value.get(`water.${field}`)
  return value === undefined ? undefined : face(Number(value))
}

const pieces = computed<Piece[]>(() => {
  const steep = water.value.steepness ?? assumed.value.get('water.steepness')
  const usual = water.value.usual_m ?? Number(assumed.value.get('water.usual_m') ?? 0)
  const found: Piece[] = []
  if (steep) found.push({ text: `${steep} waves`, pencil: !water.value.steepness })
  if (usual && words.value)
    found.push({ text: `usually ${face(usual)}`, pencil: !water.value.usual_m })
  const by = water.value.kind === 'pool' ? 'by its settings' : 'by what is measured'
  if (water.value.bins?.length) found.push({ text: by, pencil: false })
  return found
})

const asked = computed(() =>
  faces.value === 'back' ? 'from behind, or words' : 'waist, 3 ft, 2-3 ft',
)

/** The days are judged together: what is wrong with them is said where it was typed. */
const dayFault = computed(() => days.map((day) => fault(`water.${day.field}`)).find(Boolean))
</script>

<template>
  <TicketCard title="Water" :digit="4" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first">{{ water.name || 'Where, on what waves?' }}</span>
      <FactLine :pieces="pieces" />
    </template>
    <v-select
      label="Break"
      :items="rack.breaks"
      item-title="name"
      item-value="id"
      :model-value="fitting?.break_id ?? null"
      @update:model-value="setBreak($event)"
    />
    <MeasuredLine />
    <div class="pair">
      <v-select
        label="Kind"
        :items="Object.entries(kinds).map(([value, title]) => ({ value, title }))"
        :model-value="water.kind ?? 'sea'"
        @update:model-value="setWater({ kind: $event })"
      />
      <v-select
        label="How steep"
        :items="words?.steepness"
        :model-value="water.steepness ?? null"
        :placeholder="String(assumed.get('water.steepness') ?? '')"
        persistent-placeholder
        @update:model-value="setWater({ steepness: $event })"
      />
    </div>
    <template v-for="day in days" :key="day.field">
      <FactField
        v-if="day.field === 'usual_m'"
        :label="`${water.kind === 'river' ? 'Face' : day.label}: ${asked}`"
        :unit="waveUnit"
        :value="usual"
        :show="(of: Days) => face(of.usual_m)"
        :read="readUsual"
        :assumed="guess(day.field)"
        :fault="dayFault"
        @change="setWater($event ? { ...$event } : { usual_m: null })"
      />
      <FactField
        v-else-if="water.kind !== 'river'"
        :label="`${day.label}: ${asked}`"
        :unit="waveUnit"
        :value="water[day.field]"
        :show="face"
        :read="read"
        :assumed="guess(day.field)"
        :fault="dayFault"
        @change="setWater({ [day.field]: $event })"
      />
    </template>
    <FactField
      v-if="water.kind === 'river'"
      label="Flow"
      unit="m/s"
      :value="water.flow_m_s"
      :show="String"
      :read="(text: string) => readNumber(text, WATER_LIMITS.flow_m_s)"
      :assumed="plainGuess('flow_m_s')"
      :fault="fault('water.flow_m_s')"
      @change="setWater({ flow_m_s: $event })"
    />
    <div v-else class="pair">
      <v-select
        label="Crowd"
        :items="WATER_CROWD_WORDS"
        :model-value="water.crowd ?? null"
        :placeholder="plainGuess('crowd')"
        persistent-placeholder
        @update:model-value="setWater({ crowd: $event })"
      />
      <v-select
        label="Wind"
        :items="WATER_WIND_WORDS"
        :model-value="water.wind ?? null"
        :placeholder="plainGuess('wind')"
        persistent-placeholder
        @update:model-value="setWater({ wind: $event })"
      />
    </div>
    <v-select
      v-if="water.kind === 'sea' || !water.kind"
      label="Must one duck-dive there"
      clearable
      :items="[
        { title: 'yes', value: true },
        { title: 'no, there is a channel', value: false },
      ]"
      :model-value="water.duck_dive_needed ?? null"
      @update:model-value="setWater({ duck_dive_needed: $event })"
    />
    <KeepBreak />
  </TicketCard>
</template>
