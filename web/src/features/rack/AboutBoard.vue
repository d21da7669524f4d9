<script setup lang="ts">
// What a board is, apart from its curves: its line, family, build, boxes, price. Each field is kept when it is
// left.
import { computed, ref } from 'vue'
import { api, ApiError, unwrap, type Line } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { massText, readMass, readNumber } from '@/shared/units/units'
import { readDay } from '@/shared/units/days'
import { vDraft } from '@/shared/forms/draft'
import { conditionWord } from './words'

const { words, units, masses } = useSession()
const { board, draft, state, change, fault } = useSheet()
const typed = useFieldErrors()
const confirm = ref('')
const line = computed(() => state.tape?.hull.line[units.value] ?? '')

async function takeLine(text: string): Promise<void> {
  try {
    const read = await unwrap<Line>(api.POST('/api/line/', { body: { text } }))
    typed.accept('line')
    confirm.value = read.confirm ?? ''
    change(({ board: of }) => {
      const { length_m, width_m, thickness_m, stated_litres } = read
      Object.assign(of, { length_m, width_m, thickness_m, stated_litres })
      if (read.name) of.name = read.name
    })
  } catch (error) {
    const says = error instanceof ApiError ? error.fault.message : 'The server does not answer.'
    typed.refuse('line', text, says)
  }
}

/** Keep a number of a board; an empty field takes it away. */
function takeNumber(name: 'price' | 'mass_kg', text: string): void {
  if (text.trim()) {
    const read = name === 'mass_kg' ? readMass(text, masses.value, [0.5, 25]) : readNumber(text)
    if ('fault' in read) return typed.refuse(name, text, read.fault)
    change(({ board: of }) => void (of[name] = read.value))
  } else change(({ board: of }) => void delete of[name])
  typed.accept(name)
}

function takeDay(written: string): void {
  const read = readDay(written)
  if ('fault' in read) return typed.refuse('hung_on', written, read.fault)
  typed.accept('hung_on')
  change((d) => void (d.hung_on = read.value))
}

function takeFins(name: 'setup' | 'box_type', value: string): void {
  change(({ board: of }) => {
    of.fins = { ...of.fins, [name]: value || null }
  })
}
const text = (event: Event) => (event.target as HTMLInputElement).value
const CONDITIONS = [1, 0.85, 0.7, 0.45, 0.2]
</script>

<template>
  <section v-if="board && draft" class="about" aria-label="The board">
    <label class="wide">
      <span class="label">line</span>
      <input
        v-draft="typed.shown('line', line)"
        class="box"
        type="text"
        :aria-invalid="!!typed.fault('line')"
        @change="takeLine(text($event))"
      />
    </label>
    <span
      v-if="typed.fault('line') || confirm"
      class="wide"
      :class="{ fault: typed.fault('line') }"
      >{{ typed.fault('line') || confirm }}</span
    >
    <label
      ><span class="label">name</span
      ><input
        v-draft="board.name ?? ''"
        class="box"
        type="text"
        maxlength="80"
        @change="change((d) => (d.board.name = text($event)))"
    /></label>
    <label>
      <span class="label">family</span>
      <select
        class="box"
        :value="board.family"
        @change="change((d) => (d.board.family = text($event) as typeof d.board.family))"
      >
        <option v-for="one in words?.families" :key="one.name">{{ one.name }}</option>
      </select>
    </label>
    <label
      ><span class="label">number</span
      ><input
        v-draft="draft.number"
        class="box"
        type="text"
        maxlength="40"
        :aria-invalid="!!fault('number')"
        @change="change((d) => (d.number = text($event).trim()))"
    /></label>
    <label
      ><span class="label">here since</span
      ><input
        v-draft="typed.shown('hung_on', draft.hung_on)"
        class="box"
        type="text"
        placeholder="2026-05-31"
        :aria-invalid="!!typed.fault('hung_on')"
        @change="takeDay(text($event))"
    /></label>
    <span v-if="typed.fault('hung_on')" class="fault wide">{{ typed.fault('hung_on') }}</span>
    <span v-if="fault('number')" class="fault wide">{{ fault('number') }}</span>
    <label>
      <span class="label">stock</span>
      <select
        class="box"
        :value="board.stock ?? ''"
        @change="change((d) => (d.board.stock = (text($event) || null) as typeof d.board.stock))"
      >
        <option value="">not said</option>
        <option v-for="one in words?.stocks" :key="one">{{ one }}</option>
      </select>
    </label>
    <label>
      <span class="label">condition</span>
      <select
        class="box"
        :value="board.condition ?? ''"
        @change="change((d) => (d.board.condition = text($event) ? Number(text($event)) : null))"
      >
        <option value="">not said</option>
        <option
          v-if="board.condition && !CONDITIONS.includes(board.condition)"
          :value="board.condition"
        >
          {{ conditionWord(board.condition) }}, {{ board.condition }}
        </option>
        <option v-for="one in CONDITIONS" :key="one" :value="one">{{ conditionWord(one) }}</option>
      </select>
    </label>
    <label
      ><span class="label">price</span
      ><input
        v-draft="typed.shown('price', String(board.price ?? ''))"
        class="box"
        type="text"
        :aria-invalid="!!typed.fault('price')"
        @change="takeNumber('price', text($event))"
    /></label>
    <label
      ><span class="label">weight</span
      ><input
        v-draft="typed.shown('mass_kg', board.mass_kg ? massText(board.mass_kg, masses) : '')"
        class="box"
        type="text"
        placeholder="weigh it"
        :aria-invalid="!!typed.fault('mass_kg')"
        @change="takeNumber('mass_kg', text($event))"
    /></label>
    <span v-if="typed.fault('price') || typed.fault('mass_kg')" class="fault wide">{{
      typed.fault('price') || typed.fault('mass_kg')
    }}</span>
    <label>
      <span class="label">build</span>
      <select
        class="box"
        :value="board.build ?? ''"
        @change="change((d) => (d.board.build = (text($event) || null) as typeof d.board.build))"
      >
        <option value="">as usual</option>
        <option v-for="one in words?.builds" :key="one">{{ one }}</option>
      </select>
    </label>
    <label
      ><span class="label">colour</span
      ><input
        v-draft="board.colour ?? ''"
        class="box"
        type="text"
        maxlength="40"
        @change="change((d) => (d.board.colour = text($event) || null))"
    /></label>
    <label>
      <span class="label">fins</span>
      <select
        class="box"
        :value="board.fins?.setup ?? ''"
        @change="takeFins('setup', text($event))"
      >
        <option value="">as usual</option>
        <option v-for="one in words?.setups" :key="one">{{ one }}</option>
      </select>
    </label>
    <label
      ><span class="label">boxes</span
      ><input
        v-draft="board.fins?.box_type ?? ''"
        class="box"
        type="text"
        maxlength="40"
        @change="takeFins('box_type', text($event))"
    /></label>
    <label class="tick"
      ><input
        type="checkbox"
        :checked="!!board.fins_included"
        @change="
          change((d) => (d.board.fins_included = ($event.target as HTMLInputElement).checked))
        "
      />
      fins included</label
    >
    <label class="tick"
      ><input
        type="checkbox"
        :checked="!!board.pad"
        @change="change((d) => (d.board.pad = ($event.target as HTMLInputElement).checked))"
      />
      pad on it</label
    >
  </section>
</template>

<style scoped>
.about {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 5px 10px;
  align-content: start;
}
.wide {
  grid-column: 1 / -1;
}
label {
  display: grid;
  min-width: 0;
}
.tick {
  display: block;
}
[type='checkbox'] {
  accent-color: var(--sea);
}
</style>
