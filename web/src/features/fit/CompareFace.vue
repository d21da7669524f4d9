<script setup lang="ts">
// Up to three boards compared: only what differs, in words of behaviour first, then the dims.
import { computed } from 'vue'
import { useBoardDetails } from './boardDetails'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import {
  distanceText,
  faceText,
  lengthText,
  massText,
  speedText,
  thicknessText,
  widthText,
} from '@/shared/units/units'

const { body, version } = useTicket()
const { faces, masses, units, words } = useSession()
const { closer } = useBoardDetails()
const compared = computed(() => closer.compared)
const stale = computed(() => compared.value?.version !== version.value)

const WORDS: Record<string, string> = {
  litres: 'litres',
  length_m: 'length',
  width_m: 'width',
  thickness_m: 'thickness',
  nose_width_m: 'nose',
  tail_width_m: 'tail',
  nose_rocker_m: 'nose rocker',
  tail_rocker_m: 'tail rocker',
  rear_third_l: 'rear third',
  front_third_l: 'front third',
  mass_kg: 'mass',
  swing_kg_m2: 'swing weight',
  rides_per_hour: 'rides an hour',
  takes_off: 'takes off',
  keeps_running: 'keeps running',
  hold_m_s: 'holds to',
  turn_radius_m: 'turns within',
  roll_time_s: 'rail to rail',
  sweet_spot_m: 'room to stand',
  duck_dive: 'duck-dive',
}
const BEHAVIOUR = new Set(Object.keys(WORDS).slice(12))

function show(measure: string, value: number, unit: string): string {
  if (measure === 'length_m') return lengthText(value, units.value)
  if (measure.endsWith('rocker_m') || measure === 'thickness_m')
    return `${thicknessText(value, units.value)}${units.value === 'metric' ? '' : ' in'}`
  if (measure === 'sweet_spot_m' || measure.endsWith('width_m') || measure === 'width_m')
    return `${widthText(value, units.value)}${units.value === 'metric' ? '' : ' in'}`
  if (unit === 'm/s') return speedText(value, units.value)
  if (measure === 'turn_radius_m') return distanceText(value, units.value)
  if (measure === 'mass_kg') return massText(value, masses.value)
  if (unit === 'share') return `${Math.round(value * 100)}%`
  return `${value.toFixed(Math.abs(value) < 1 ? 2 : 1)} ${unit}`.trim()
}

/** Only the lines that differ, behaviour first. */
const rows = computed(() => {
  const found = (compared.value?.result.differences ?? []).filter((row) => row.does.some(Boolean))
  const first = found.filter((row) => BEHAVIOUR.has(row.measure))
  return [...first, ...found.filter((row) => !BEHAVIOUR.has(row.measure))]
})
/** A steepness counts here from this share of the break's waves. */
const COUNTS_FROM = 0.15
type Over = NonNullable<typeof compared.value>['result']['hand_overs'][number]

/** Where one board hands over to another, on faces of one steepness, in the words and the unit chosen. */
function overSays(over: Over): string {
  const names = compared.value?.names ?? []
  const face = (metres: number) =>
    words.value ? faceText(metres, words.value, body.value, units.value, faces.value) : ''
  const [low, high] = over.either_m
  const either = high > low * 1.02 ? `; either from ${face(low)} to ${face(high)}` : ''
  return `On ${over.steepness} faces ${names[over.below]} up to ${face(over.face_m)}, ${names[over.above]} above${either}.`
}

/** Hand-overs of this break's own waves, the commonest first; none of them: the boards keep their order here. */
const notes = computed(() => {
  const result = compared.value?.result
  if (!result) return []
  const feel = result.feel.map((one) => `${compared.value?.names[one.board]}: ${one.says}`)
  const overs = result.hand_overs
    .filter((over) => over.here >= COUNTS_FROM)
    .sort((a, b) => b.here - a.here)
    .map(overSays)
  return [...overs, ...feel]
})
</script>

<template>
  <div class="compare" :class="{ stale }" :data-stale="stale">
    <p v-if="closer.faults.compared" class="nothing" role="alert">{{ closer.faults.compared }}</p>
    <p v-else-if="!compared" class="nothing">
      Mark one or two boards in the rack with + to lay them beside this one.
    </p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Compared">
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="unseen">what differs</span></th>
            <th v-for="(name, i) in compared.names" :key="i" scope="col">
              {{ name }}
              <span>{{ compared.lines[i]?.[units] }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.measure">
            <th scope="row">{{ WORDS[row.measure] ?? row.measure }}</th>
            <td v-for="(value, i) in row.values" :key="i">
              {{ show(row.measure, value, row.unit) }}
              <span v-if="row.does[i]">{{ row.does[i] }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-for="note in notes" :key="note" class="note">{{ note }}</p>
    </div>
  </div>
</template>

<style scoped src="./CompareFace.css"></style>
