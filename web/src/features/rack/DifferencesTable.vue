<script setup lang="ts">
// What differs between boards, measure by measure, and what that does.
import type { Beside } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { lengthText, massText, thicknessText, widthText } from '@/shared/units/units'

defineProps<{ names: string[]; differences: Beside['compared']['differences'] }>()
const { units, masses } = useSession()

const NAMES: Record<string, string> = {
  length_m: 'length',
  width_m: 'width',
  thickness_m: 'thickness',
  litres: 'litres',
  nose_width_m: 'nose',
  tail_width_m: 'tail',
  nose_rocker_m: 'nose rocker',
  tail_rocker_m: 'tail rocker',
  rear_third_l: 'rear third',
  front_third_l: 'front third',
  mass_kg: 'weight',
  swing_kg_m2: 'swing weight',
}
function text(measure: string, value: number): string {
  if (measure === 'length_m') return lengthText(value, units.value)
  if (measure.endsWith('width_m')) return widthText(value, units.value)
  if (measure === 'thickness_m' || measure.endsWith('rocker_m'))
    return thicknessText(value, units.value)
  if (measure === 'mass_kg') return massText(value, masses.value)
  return measure === 'swing_kg_m2' ? `${value.toFixed(2)} kg m²` : `${value.toFixed(1)} L`
}
/** What differences do, each once, with the boards that it holds for. */
function doesOf(does: readonly string[]): { does: string; of: number[] }[] {
  return [...new Set(does.filter(Boolean))].map((one) => ({
    does: one,
    of: does.flatMap((other, i) => (other === one ? [i] : [])),
  }))
}
</script>

<template>
  <div>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="unseen">measure</span></th>
          <th v-for="(name, i) in names" :key="i" scope="col">
            <svg width="26" height="8" aria-hidden="true">
              <path :class="`of-${i}`" d="M0,4H26" />
            </svg>
            {{ name }}
          </th>
        </tr>
      </thead>
      <tbody>
        <template v-for="row in differences" :key="row.measure">
          <tr>
            <th scope="row">{{ NAMES[row.measure] ?? row.measure }}</th>
            <td v-for="(value, i) in row.values" :key="i">{{ text(row.measure, value) }}</td>
          </tr>
          <tr v-for="one in doesOf(row.does)" :key="`${row.measure}${one.does}`">
            <td :colspan="names.length + 1" class="does">
              <svg v-for="i in one.of" :key="i" width="22" height="8" aria-hidden="true">
                <path :class="`of-${i}`" d="M0,4H22" />
              </svg>
              {{ one.does }}
            </td>
          </tr>
        </template>
      </tbody>
    </table>
  </div>
</template>

<style scoped src="./BesidePlace.css"></style>
