<script setup lang="ts">
// The one-line reader: with nothing focused, typing goes here.
import { computed, ref } from 'vue'
import { api, failureText, unwrap, type Board, type Line } from '@/shared/api/client'
import { useRack } from '@/shared/state/rack'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { faceText, massText } from '@/shared/units/units'
import { meaning } from './reader'

const { faces, masses, units, words } = useSession()
const ticket = useTicket()
const { hang } = useRack()
const text = ref('')
const fault = ref('')
const done = ref('')
const input = ref<HTMLInputElement | null>(null)
const focused = ref(false)

const { body } = ticket
const meant = computed(() =>
  words.value
    ? meaning(text.value, words.value, body.value, faces.value, units.value)
    : ({ kind: 'nothing' } as const),
)
const found = computed(() => {
  const start = text.value.trim().toLowerCase()
  return ticket.state.list.filter((row) => row.name.toLowerCase().includes(start)).slice(0, 4)
})
const face = (metres: number) =>
  words.value ? faceText(metres, words.value, body.value, units.value, faces.value) : ''
const hint = computed(() => {
  const now = meant.value
  if (now.kind === 'dims')
    return 'Enter: on the bench · Shift+Enter: into the rack · Alt+Enter: rides now'
  if (now.kind === 'mass') return `Enter: the surfer weighs ${massText(now.kg, masses.value)}`
  if (now.kind === 'days' && words.value) {
    const { small_m, usual_m, big_m } = now.days
    const [low, high] = [small_m, big_m].map((metres) => (metres ? face(metres) : ''))
    return `Enter: a usual day is ${face(usual_m)}${low ? `, from ${low} to ${high}` : ''}`
  }
  if (now.kind !== 'name') return 'Dims, a mass (75 kg), a face (waist), or a name'
  return found.value.length
    ? `Enter: ${found.value.map((row) => row.name).join(' · ')}`
    : `Enter: a new ticket for “${text.value.trim()}”`
})

async function boardOf(): Promise<Board> {
  const read = await unwrap<Line>(api.POST('/api/line/', { body: { text: text.value } }))
  const { name, family_guess, length_m, width_m, thickness_m, stated_litres } = read
  if (read.confirm) done.value = read.confirm
  return { name: name ?? '', family: family_guess, length_m, width_m, thickness_m, stated_litres }
}

async function takeDims(event: KeyboardEvent): Promise<void> {
  const board = await boardOf()
  const kind = `taken as a ${board.family}`
  if (event.altKey) {
    ticket.setFacts({ present_board: board })
    done.value ||= `Rides it now, ${kind}.`
  } else if (event.shiftKey) {
    const hung = await hang(board)
    ticket.putOnBench(hung.id)
    done.value ||= `In the rack, ${kind}.`
  } else {
    ticket.putTyped(board)
    done.value ||= `On the bench, ${kind}.`
  }
}

async function enter(event: KeyboardEvent): Promise<void> {
  const now = meant.value
  fault.value = done.value = ''
  try {
    if (now.kind === 'dims') await takeDims(event)
    else if (now.kind === 'mass') ticket.setFacts({ mass_kg: now.kg })
    else if (now.kind === 'days') ticket.setWater({ ...now.days })
    else if (now.kind === 'name' && found.value[0]) await ticket.open(found.value[0].id)
    else if (now.kind === 'name') await ticket.openNew(text.value.trim())
    text.value = ''
  } catch (error) {
    fault.value = failureText(error)
  }
}

defineExpose({
  take(first: string) {
    input.value?.focus()
    if (first) text.value += first
  },
})
</script>

<template>
  <div class="reader">
    <input
      ref="input"
      v-model="text"
      type="text"
      aria-label="Dims, mass, face height or name"
      aria-describedby="reader-says"
      placeholder="/ dims, 75 kg, waist, or a name"
      autocomplete="off"
      :aria-invalid="!!fault"
      @focus="focused = true"
      @blur="focused = false"
      @input="((fault = ''), (done = ''))"
      @keydown.enter.prevent="enter"
      @keydown.esc="((text = ''), input?.blur())"
    />
    <div
      v-show="focused || fault || done"
      id="reader-says"
      class="says"
      :class="{ fault }"
      role="status"
    >
      {{ fault || done || hint }}
    </div>
  </div>
</template>

<style scoped>
.reader {
  position: relative;
  width: 330px;
}
input {
  width: 100%;
  box-sizing: border-box;
  padding: 5px 10px;
  font: 14px var(--sans);
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-edge);
}
.says {
  position: absolute;
  top: 100%;
  right: 0;
  z-index: 10;
  width: max-content;
  max-width: 460px;
  padding: 5px 10px;
  font-size: 13px;
  color: var(--soft-ink);
  background: var(--foam);
  border: 1px solid var(--hairline);
}
.says.fault {
  color: var(--pencil-text);
}
</style>
