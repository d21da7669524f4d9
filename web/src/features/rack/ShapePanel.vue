<script setup lang="ts">
// The shape that the line does not say: ends, wide point, wings, edge, and the fins that it was made for.
import {
  OUTLINE_NOSE_SHAPE_WORDS,
  OUTLINE_TAIL_SHAPE_WORDS,
  FINS_SIZE_WORDS,
} from '@/shared/api/allowed'
import { ref } from 'vue'
import { useSession } from '@/shared/shell/session'
import BoxField from '@/shared/forms/BoxField.vue'
import BoxSelect from '@/shared/forms/BoxSelect.vue'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { readMeasure, thicknessText } from '@/shared/units/units'
import { useSheet } from './sheet'

const { units, words } = useSession()
const { board, change } = useSheet()
const typed = useFieldErrors()
const open = ref(false)
type Outline = NonNullable<NonNullable<typeof board.value>['outline']>
type Fins = NonNullable<NonNullable<typeof board.value>['fins']>
type Sizes = NonNullable<Fins['size']>

/** Distances that may lie to either side of their usual place: “+1” is ahead, “-1” behind. */
const MEASURES = [
  { name: 'wide_point_m', says: 'wide point, ahead of the middle' },
  { name: 'tail_block_m', says: 'width at the tail’s end' },
  { name: 'wing_from_tail_m', says: 'wing, from the tail' },
  { name: 'wing_step_m', says: 'wing, in on each side' },
] as const
type Name = (typeof MEASURES)[number]['name'] | 'position_m'

function text(metres: number | null | undefined): string {
  if (typeof metres !== 'number') return ''
  if (units.value === 'metric') return `${Math.round(metres * 1000) / 10} cm`
  return `${metres < 0 ? '-' : ''}${thicknessText(Math.abs(metres), 'imperial')}`
}

function take(name: Name, said: string): void {
  const plain = said.trim().replace('−', '-')
  if (!plain) return keep(name, null)
  const read = readMeasure(plain.replace(/^[-+]\s*/, ''), units.value)
  if ('fault' in read) return typed.refuse(name, said, read.fault)
  keep(name, plain.startsWith('-') ? -read.value : read.value)
}

function keep(name: Name, value: number | null): void {
  typed.accept(name)
  change(({ board: of }) => {
    if (name === 'position_m') of.fins = { ...of.fins, position_m: value }
    else of.outline = { ...of.outline, [name]: value }
  })
}

function shape(name: 'nose_shape' | 'tail_shape', value: string): void {
  change(({ board: of }) => {
    of.outline = { ...of.outline, [name]: (value || null) as Outline[typeof name] }
  })
}

/** The set with which a board was designed: a set-up, and its size. */
function designer(part: Partial<Fins>): void {
  change(({ board: of }) => {
    const made = { ...of.designer_fins, ...part }
    of.designer_fins = made.setup || made.size ? made : null
  })
}
</script>

<template>
  <details
    v-if="board"
    class="shape"
    :open="open"
    @toggle="open = ($event.target as HTMLDetailsElement).open"
  >
    <summary>ends, wide point, wings, the designer’s fins</summary>
    <div class="fields">
      <BoxSelect
        label="nose"
        :value="board.outline?.nose_shape"
        none="as usual"
        :options="OUTLINE_NOSE_SHAPE_WORDS"
        @change="(value) => shape('nose_shape', value)"
      />
      <BoxSelect
        label="tail"
        :value="board.outline?.tail_shape"
        none="as usual"
        :options="OUTLINE_TAIL_SHAPE_WORDS"
        @change="(value) => shape('tail_shape', value)"
      />
      <BoxField
        v-for="one in MEASURES"
        :key="one.name"
        :label="one.says"
        :value="typed.shown(one.name, text(board.outline?.[one.name]))"
        placeholder="as usual"
        :wrong="!!typed.fault(one.name)"
        @change="(said) => take(one.name, said)"
      />
      <BoxField
        label="fins, moved forward"
        :value="typed.shown('position_m', text(board.fins?.position_m))"
        placeholder="at their usual place"
        :wrong="!!typed.fault('position_m')"
        @change="(said) => take('position_m', said)"
      />
      <BoxSelect
        label="designer’s fins"
        :value="board.designer_fins?.setup"
        none="not said"
        :options="words?.setups ?? []"
        @change="(value) => designer({ setup: (value || null) as Fins['setup'] })"
      />
      <BoxSelect
        label="their size"
        :value="board.designer_fins?.size"
        none="not said"
        :options="FINS_SIZE_WORDS"
        @change="(value) => designer({ size: (value || null) as Sizes | null })"
      />
      <label class="tick"
        ><input
          type="checkbox"
          :checked="!!board.section?.dropped_edge"
          @change="
            change(
              (d) =>
                (d.board.section = {
                  ...d.board.section,
                  dropped_edge: ($event.target as HTMLInputElement).checked,
                }),
            )
          "
        />
        edge dropped below the bottom</label
      >
    </div>
    <span
      v-for="one in [...MEASURES.map((row) => row.name), 'position_m']"
      :key="one"
      class="fault"
      >{{ typed.fault(one) }}</span
    >
  </details>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 5px 10px;
}
summary {
  cursor: pointer;
  color: var(--sea);
}
.tick {
  align-self: end;
}
[type='checkbox'] {
  accent-color: var(--sea);
}
</style>
