<script setup lang="ts">
// Find by every measure, in the units of the person; what is typed is looked for at once.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { useWall, type Between } from './wallState'
import { BOARD_LIMITS } from '@/shared/api/allowed'
import { vDraft } from '@/shared/forms/draft'
import {
  readMeasure,
  readNumber,
  thicknessText,
  lengthText,
  widthText,
  massText,
  readMass,
  type Read,
} from '@/shared/units/units'

const { words, units, masses } = useSession()
const { wall } = useWall()

interface Measure {
  name: string
  says: string
  read(text: string): Read<number>
  write(value: number): string
}
const number = { read: readNumber, write: (value: number) => String(value) }
const wide = {
  read: (text: string) => readMeasure(text, units.value),
  write: (value: number) => widthText(value, units.value),
}
const thick = { ...wide, write: (value: number) => thicknessText(value, units.value) }
const MEASURES: Measure[] = [
  { name: 'litres', says: 'litres', ...number },
  { name: 'length_m', says: 'length', ...wide, write: (value) => lengthText(value, units.value) },
  { name: 'width_m', says: 'width', ...wide },
  { name: 'thickness_m', says: 'thickness', ...thick },
  { name: 'nose_width_m', says: 'nose width', ...wide },
  { name: 'tail_width_m', says: 'tail width', ...wide },
  { name: 'nose_rocker_m', says: 'nose rocker', ...thick },
  { name: 'tail_rocker_m', says: 'tail rocker', ...thick },
  {
    name: 'mass_kg',
    says: 'weight',
    read: (text) => readMass(text, masses.value, [0, BOARD_LIMITS.mass_kg[1]]),
    write: (value) => massText(value, masses.value),
  },
  { name: 'price', says: 'price', ...number },
  { name: 'days', says: 'days in stock', ...number },
]
const typed = useFieldErrors()

function shown(measure: Measure, end: keyof Between): string {
  const value = wall.looking.between[measure.name]?.[end]
  return typed.shown(`${measure.name}-${end}`, value === undefined ? '' : measure.write(value))
}

function without<T>(record: Record<string, T>, key: string): Record<string, T> {
  return Object.fromEntries(Object.entries(record).filter(([name]) => name !== key))
}

function take(measure: Measure, end: keyof Between, text: string): void {
  const key = `${measure.name}-${end}`
  const now = { ...wall.looking.between[measure.name] }
  if (!text.trim()) delete now[end]
  else {
    const read = measure.read(text)
    if ('fault' in read) return typed.refuse(key, text, read.fault)
    now[end] = read.value
  }
  typed.accept(key)
  const others = without(wall.looking.between, measure.name)
  wall.looking.between = Object.keys(now).length ? { ...others, [measure.name]: now } : others
}

const many = computed(
  () =>
    Object.keys(wall.looking.between).length +
    (wall.looking.families.length ? 1 : 0) +
    (wall.looking.builds.length ? 1 : 0) +
    (wall.looking.box_type ? 1 : 0) +
    (wall.looking.fins_included !== null ? 1 : 0),
)
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: menu }">
      <button class="plain link" type="button" v-bind="menu">
        measures{{ many ? ` (${many})` : '' }}
      </button>
    </template>
    <div class="sheet find" role="dialog" aria-label="Find by measures">
      <div v-for="measure in MEASURES" :key="measure.name" class="measure">
        <span class="label">{{ measure.says }}</span>
        <template v-for="end in ['low', 'high'] as const" :key="end">
          <span v-if="end === 'high'" aria-hidden="true">to</span>
          <input
            v-draft="shown(measure, end)"
            class="box"
            type="text"
            :aria-label="`${measure.says} ${end === 'low' ? 'from' : 'to'}`"
            :aria-invalid="!!typed.fault(`${measure.name}-${end}`)"
            :title="typed.fault(`${measure.name}-${end}`)"
            @change="take(measure, end, ($event.target as HTMLInputElement).value)"
          />
        </template>
        <span
          v-if="typed.fault(`${measure.name}-low`) || typed.fault(`${measure.name}-high`)"
          class="fault"
          role="alert"
          >{{ typed.fault(`${measure.name}-low`) || typed.fault(`${measure.name}-high`) }}</span
        >
      </div>
      <v-select
        v-model="wall.looking.families"
        label="Families"
        multiple
        :items="words?.families.map((one) => one.name)"
      />
      <v-select v-model="wall.looking.builds" label="Builds" multiple :items="words?.builds" />
      <v-select
        v-model="wall.looking.box_type"
        label="Fin boxes"
        clearable
        :items="['', ...(wall.found?.boxes ?? [])]"
      />
      <label
        ><input
          type="checkbox"
          :checked="wall.looking.fins_included === true"
          @change="wall.looking.fins_included = ($event.target as HTMLInputElement).checked || null"
        />
        fins included</label
      >
    </div>
  </v-menu>
</template>

<style scoped>
.find {
  width: 380px;
}
.measure {
  display: grid;
  grid-template-columns: 110px 1fr 20px 1fr;
  align-items: baseline;
  gap: 2px 8px;
}
.measure .fault {
  grid-column: 1 / -1;
}
</style>
