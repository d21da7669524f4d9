<script setup lang="ts">
// The measuring sheet: station by station from the tail. Enter goes on to the next reading, and what stands
// out against the others is said at once.
import { computed, nextTick, ref } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { lengthText, readMeasure, round, thicknessText, widthText } from '@/shared/units/units'
import { vDraft } from '@/shared/forms/draft'
import GaugeStrip from './GaugeStrip.vue'
import { readingAt, rowsOf, stationsWith, TAPED, type StationRow, type Taped } from './stations'

const emit = defineEmits<{ at: [place: number | null] }>()
const { units } = useSession()
const { board, tape, change, fault } = useSheet()
const table = ref<HTMLElement | null>(null)
const also = ref<number[]>([])
const place = ref('')
const typed = useFieldErrors()
const rows = computed(() => (board.value ? rowsOf(board.value, also.value) : []))

function write(name: Taped, value: number): string {
  return name === 'width_m'
    ? widthText(value, units.value).replace(' cm', '')
    : thicknessText(value, units.value).replace(' cm', '')
}
function shown(row: StationRow, name: Taped): string {
  const value = row[name]
  return typed.shown(
    key(row, name),
    value === null || value === undefined ? '' : write(name, value),
  )
}
function key(row: StationRow, name: Taped): string {
  return `${round(row.from_tail_m, 4)}-${name}`
}

function take(row: StationRow, name: Taped, text: string): void {
  const of = key(row, name)
  if (text.trim()) {
    const read = readMeasure(text, units.value)
    if ('fault' in read) return typed.refuse(of, text, read.fault)
    typed.accept(of)
    return put(row, name, read.value)
  }
  typed.accept(of)
  put(row, name, null)
}

function put(row: StationRow, name: Taped, value: number | null): void {
  change((draft) => {
    draft.board.stations = stationsWith(draft.board, row.from_tail_m, name, value)
  })
}

const TOP = { width_m: 0.95, thickness_m: 0.16, rocker_m: 0.5 }
/** What is said of a reading: that it cannot be, or that it does not lie between its neighbours. */
function says(row: StationRow, name: Taped): string {
  const own = typed.fault(key(row, name))
  if (own) return own
  const value = row[name]
  if (value === null || value === undefined) return ''
  if (value > TOP[name]) return `at most ${write(name, TOP[name])}`
  const reading = readingAt(tape.value?.readings ?? [], row.from_tail_m, name)
  if (!reading?.stands_out || Math.abs(reading.value_m - value) > 1e-6) return ''
  const [low, high] = reading.expected_m
  const [measure, would] = [
    `${write(name, value)} at ${lengthText(row.from_tail_m, units.value)}`,
    `${write(name, low)} to ${write(name, high)} would`,
  ]
  if (reading.left_out)
    return `${measure} does not lie between its neighbours: ${would}; left out until you look again`
  return `${measure} stands out against the others: ${would} be expected`
}

const outliers = computed(() =>
  rows.value
    .flatMap((row) => TAPED.map(({ name }) => ({ key: key(row, name), says: says(row, name) })))
    .filter((one) => one.says),
)

async function on(event: KeyboardEvent): Promise<void> {
  const inputs = [...(table.value?.querySelectorAll<HTMLInputElement>('tbody input') ?? [])]
  const at = inputs.indexOf(event.target as HTMLInputElement)
  const step = { Enter: event.shiftKey ? -1 : 1, ArrowDown: TAPED.length, ArrowUp: -TAPED.length }[
    event.key
  ]
  if (step === undefined || at < 0) return
  event.preventDefault()
  // The field is left first, so that what was typed is taken.
  ;(event.target as HTMLInputElement).blur()
  await nextTick()
  const next = [...(table.value?.querySelectorAll<HTMLInputElement>('tbody input') ?? [])][
    at + step
  ]
  next?.focus()
  next?.select()
}

function addPlace(): void {
  const read = readMeasure(place.value, units.value)
  if ('fault' in read) return typed.refuse('place', place.value, read.fault)
  if (read.value > (board.value?.length_m ?? 0))
    return typed.refuse('place', place.value, 'that is beyond the nose')
  typed.accept('place')
  also.value = [...also.value, read.value]
  place.value = ''
}
</script>

<template>
  <section class="tape" aria-label="The tape">
    <div ref="table" class="scroll">
      <table @keydown="on">
        <thead>
          <tr>
            <th scope="col">from the tail</th>
            <th v-for="measure in TAPED" :key="measure.name" scope="col">{{ measure.says }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="round(row.from_tail_m, 4)">
            <th scope="row">{{ lengthText(row.from_tail_m, units) }}</th>
            <td v-for="measure in TAPED" :key="measure.name">
              <input
                v-draft="shown(row, measure.name)"
                class="box"
                type="text"
                autocomplete="off"
                :aria-label="`${measure.says} at ${lengthText(row.from_tail_m, units)}`"
                :class="{ out: says(row, measure.name) }"
                :aria-invalid="!!says(row, measure.name)"
                @focus="emit('at', row.from_tail_m)"
                @blur="emit('at', null)"
                @change="take(row, measure.name, ($event.target as HTMLInputElement).value)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <GaugeStrip />
    <form class="more" @submit.prevent="addPlace">
      <input
        v-model="place"
        class="box"
        type="text"
        aria-label="Another place from the tail"
        :placeholder="units === 'metric' ? 'at 45 cm' : `at 1'6`"
      />
      <button type="submit" class="plain link">measure there too</button>
      <span v-if="typed.fault('place')" class="fault" role="alert">{{ typed.fault('place') }}</span>
    </form>
    <div role="status">
      <ul class="outliers">
        <li v-for="one in outliers" :key="one.key" class="fault">{{ one.says }}</li>
        <li v-if="fault('stations')" class="fault">{{ fault('stations') }}</li>
      </ul>
    </div>
  </section>
</template>

<style scoped src="./TapeTable.css"></style>
