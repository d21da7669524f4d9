<script setup lang="ts">
// What a board is, apart from its curves: its line, family, build, boxes, price. Each field is kept when it is
// left.
import { computed, ref } from 'vue'
import { api, failureText, unwrap, type Line } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { BOARD_LIMITS } from '@/shared/api/allowed'
import { massText, readMass, readNumber } from '@/shared/units/units'
import { readDay } from '@/shared/units/days'
import BoxField from '@/shared/forms/BoxField.vue'
import BoxSelect from '@/shared/forms/BoxSelect.vue'
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
    const says = failureText(error)
    typed.refuse('line', text, says)
  }
}

/** Keep a number of a board; an empty field takes it away. */
function takeNumber(name: 'price' | 'mass_kg', text: string): void {
  if (text.trim()) {
    const read =
      name === 'mass_kg'
        ? readMass(text, masses.value, BOARD_LIMITS.mass_kg)
        : readNumber(text, BOARD_LIMITS.price)
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
const CONDITIONS = [1, 0.85, 0.7, 0.45, 0.2]
/** Words of conditions; one that was given as a number stands first with it. */
const conditions = computed(() => {
  const own = board.value?.condition
  const odd = own && !CONDITIONS.includes(own)
  return [
    ...(odd ? [{ value: own, says: `${conditionWord(own)}, ${own}` }] : []),
    ...CONDITIONS.map((one) => ({ value: one, says: conditionWord(one) })),
  ]
})
</script>

<template>
  <section v-if="board && draft" class="about" aria-label="The board">
    <BoxField
      class="wide"
      label="line"
      :value="typed.shown('line', line)"
      :wrong="!!typed.fault('line')"
      @change="takeLine"
    />
    <span
      v-if="typed.fault('line') || confirm"
      class="wide"
      :class="{ fault: typed.fault('line') }"
      >{{ typed.fault('line') || confirm }}</span
    >
    <BoxField
      label="name"
      :value="board.name ?? ''"
      :most="80"
      @change="(text) => change((d) => (d.board.name = text))"
    />
    <BoxSelect
      label="family"
      :value="board.family"
      :options="(words?.families ?? []).map((one) => one.name)"
      @change="(text) => change((d) => (d.board.family = text as typeof d.board.family))"
    />
    <BoxField
      label="number"
      :value="draft.number"
      :most="40"
      :wrong="!!fault('number')"
      @change="(text) => change((d) => (d.number = text.trim()))"
    />
    <BoxField
      label="here since"
      :value="typed.shown('hung_on', draft.hung_on)"
      placeholder="2026-05-31"
      :wrong="!!typed.fault('hung_on')"
      @change="takeDay"
    />
    <span v-if="typed.fault('hung_on')" class="fault wide">{{ typed.fault('hung_on') }}</span>
    <span v-if="fault('number')" class="fault wide">{{ fault('number') }}</span>
    <BoxSelect
      label="stock"
      :value="board.stock"
      none="not said"
      :options="words?.stocks ?? []"
      @change="(text) => change((d) => (d.board.stock = (text || null) as typeof d.board.stock))"
    />
    <BoxSelect
      label="condition"
      :value="board.condition"
      none="not said"
      :options="conditions"
      @change="(text) => change((d) => (d.board.condition = text ? Number(text) : null))"
    />
    <BoxField
      label="price"
      :value="typed.shown('price', String(board.price ?? ''))"
      :wrong="!!typed.fault('price')"
      @change="(text) => takeNumber('price', text)"
    />
    <BoxField
      label="weight"
      :value="typed.shown('mass_kg', board.mass_kg ? massText(board.mass_kg, masses) : '')"
      placeholder="weigh it"
      :wrong="!!typed.fault('mass_kg')"
      @change="(text) => takeNumber('mass_kg', text)"
    />
    <span v-if="typed.fault('price') || typed.fault('mass_kg')" class="fault wide">{{
      typed.fault('price') || typed.fault('mass_kg')
    }}</span>
    <BoxSelect
      label="build"
      :value="board.build"
      none="as usual"
      :options="words?.builds ?? []"
      @change="(text) => change((d) => (d.board.build = (text || null) as typeof d.board.build))"
    />
    <BoxField
      label="colour"
      :value="board.colour ?? ''"
      :most="40"
      @change="(text) => change((d) => (d.board.colour = text || null))"
    />
    <BoxSelect
      label="fins"
      :value="board.fins?.setup"
      none="as usual"
      :options="words?.setups ?? []"
      @change="(text) => takeFins('setup', text)"
    />
    <BoxField
      label="boxes"
      :value="board.fins?.box_type ?? ''"
      :most="40"
      @change="(text) => takeFins('box_type', text)"
    />
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
.tick {
  display: block;
}
[type='checkbox'] {
  accent-color: var(--sea);
}
</style>
