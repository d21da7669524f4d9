<script setup lang="ts">
// What the core makes of the board: how much it holds and how surely, what to measure next, what it does by
// itself, what it is worth, what happened to it.
import { computed, ref, watch } from 'vue'
import { api, failureText, unwrap, type RangeOf, type TradeIn } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { lengthText, massText, readMeasure, widthText } from '@/shared/units/units'
import { conditionWord } from './words'

const { units, masses } = useSession()
const { state, tape, board } = useSheet()
const SAYS = {
  width_m: 'the width',
  thickness_m: 'the thickness',
  section: 'rails and deck, by feel',
}

const hull = computed(() => tape.value?.hull)
const band = computed(() => {
  const of = tape.value
  if (!of) return ''
  return `${of.litres_band[0].toFixed(1)} to ${of.litres_band[1].toFixed(1)} L, nine times in ten`
})
const next = computed(() =>
  (tape.value?.next ?? []).map((one) => {
    const where = one.from_tail_m === null ? '' : ` at ${lengthText(one.from_tail_m, units.value)}`
    return `${SAYS[one.measure]}${where}: then within ${one.unsure_l.toFixed(1)} L`
  }),
)
const still = computed(() => state.sheet?.still)
const numbers = computed(() => {
  const [of, by] = [hull.value, still.value]
  if (!of || !by) return []
  const [rear, middle, front] = of.thirds_l
  return [
    ['foam, tail to nose', `${rear.toFixed(1)} · ${middle.toFixed(1)} · ${front.toFixed(1)} L`],
    ['area', `${(of.planform_m2 * 1e4).toFixed(0)} cm²`],
    ['planing width', widthText(of.planing_beam_m, units.value)],
    ['weight, computed', massText(of.mass_kg, masses.value)],
    ['swing weight', `${of.swing_kg_m2.toFixed(2)} kg m²`],
    ['turn', `${by.turn_radius_m.toFixed(1)} m`],
    ['rail to rail', `${(by.roll_time_s * 1000).toFixed(0)} ms`],
    ['holds to', `${by.hold_m_s.toFixed(1)} m/s`],
    ['sweet spot', `${(by.sweet_spot_m * 100).toFixed(0)} cm`],
  ]
})

const sessions = ref('')
const worth = ref<TradeIn | null>(null)
const wrong = ref('')
async function value(): Promise<void> {
  const id = state.sheet?.board.id
  const many = Number(sessions.value)
  if (!id || !sessions.value.trim()) return
  if (!Number.isFinite(many)) {
    wrong.value = `“${sessions.value}” is no number of sessions`
    return
  }
  try {
    const body = { sessions: many, condition: board.value?.condition ?? 1 }
    worth.value = await unwrap<TradeIn>(
      api.POST('/api/boards/{id}/trade-in/', { params: { path: { id } }, body }),
    )
    wrong.value = ''
  } catch (error) {
    worth.value = null
    wrong.value = failureText(error)
  }
}
watch(
  () => [board.value?.condition, state.sheet?.board.version],
  () => void value(),
)

const range = ref<RangeOf | null>(null)
const length = ref('')
const off = ref('')
async function ask(lengths = ''): Promise<void> {
  const id = state.sheet?.board.id
  if (!id || (state.sheet?.sizes ?? 0) < 2) return
  try {
    const params = { path: { id }, query: lengths ? { lengths } : {} }
    range.value = await unwrap<RangeOf>(api.GET('/api/boards/{id}/range/', { params }))
    off.value = ''
  } catch (error) {
    off.value = failureText(error)
  }
}
watch(
  () => state.sheet?.board.id,
  () => void ask(),
  { immediate: true },
)
function between(): void {
  const read = readMeasure(length.value, units.value)
  if ('fault' in read) off.value = read.fault
  else void ask(String(read.value))
}
function dims(one: { length_m: number; width_m: number; thickness_m: number }): string {
  return `${lengthText(one.length_m, units.value)} × ${widthText(one.width_m, units.value)}`
}
const day = (at: string) => at.slice(0, 10)
</script>

<template>
  <section v-if="tape && hull" class="numbers" aria-label="What it holds and does">
    <p class="litres">{{ tape.litres.toFixed(1) }} L</p>
    <p class="band">{{ band }}</p>
    <p :class="{ fault: hull.label.agrees === false }">{{ hull.label.says }}</p>
    <template v-if="next.length">
      <h2 class="label">measure next</h2>
      <ul class="next">
        <li v-for="one in next" :key="one">{{ one }}</li>
      </ul>
    </template>
    <h2 class="label">
      by itself<template v-if="still">, under {{ massText(still.rider_kg, masses) }}</template>
    </h2>
    <dl>
      <template v-for="[says, number] in numbers" :key="says">
        <dt>{{ says }}</dt>
        <dd>{{ number }}</dd>
      </template>
    </dl>
    <p v-for="flag in hull.flags" :key="flag" class="fault">{{ flag }}</p>
    <template v-if="range">
      <h2 class="label">this model</h2>
      <p>{{ range.says }}</p>
      <p v-for="step in range.steps.filter((one) => one.says)" :key="step.from_m">
        {{ lengthText(step.from_m, units) }} to {{ lengthText(step.to_m, units) }}: {{ step.says }}
      </p>
      <form class="line" @submit.prevent="between">
        <input
          v-model="length"
          class="box"
          type="text"
          aria-label="A size between"
          placeholder="a size between"
        />
        <button type="submit" class="plain link">what would it be?</button>
      </form>
      <p v-for="(made, i) in range.made" :key="made.length_m" class="pencilled">
        {{ dims(made) }}, {{ range.made_litres[i]?.toFixed(1) }} L
      </p>
      <p v-if="off" class="fault">{{ off }}</p>
    </template>
    <h2 class="label">wear and worth</h2>
    <p v-if="state.sheet?.heavy" class="fault">{{ state.sheet.heavy }}</p>
    <form class="line" @submit.prevent="value">
      <input
        v-model="sessions"
        class="box"
        type="text"
        inputmode="numeric"
        aria-label="Sessions so far"
        placeholder="sessions so far"
      />
      <button type="submit" class="plain link">worth in trade?</button>
    </form>
    <p v-if="worth">
      {{ Math.round(worth.value) }},
      {{
        board?.condition === null || board?.condition === undefined
          ? 'its condition is not said: reckoned as new'
          : conditionWord(board.condition)
      }}, {{ Math.round(worth.life_left * 100) }}% of its life left. Look for buckles, press the
      deck, stains, repairs, cracked boxes.
    </p>
    <p v-if="wrong" class="fault">{{ wrong }}</p>
    <h2 class="label">what happened to it</h2>
    <ul class="next">
      <li v-for="event in state.sheet?.events" :key="event.at">
        {{ day(event.at) }}: {{ event.says
        }}<template v-if="event.person"> ({{ event.person }})</template>
      </li>
    </ul>
  </section>
</template>

<style scoped src="./SheetNumbers.css"></style>
