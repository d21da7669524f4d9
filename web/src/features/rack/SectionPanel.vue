<script setup lang="ts">
// Rails and deck by feel, the bottom by zone: the straight-edge rocks on vee or belly, a gap under it is a
// concave.
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { ref } from 'vue'
import { BOTTOM_ZONE_SHAPE_WORDS, SECTION_DECK_WORDS } from '@/shared/api/allowed'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { lengthText, readMeasure, thicknessText } from '@/shared/units/units'
import { vDraft } from '@/shared/forms/draft'

const { units } = useSession()
const { board, change, fault } = useSheet()
const RAILS = ['low', 'lowish', 'medium', 'fullish', 'full']
const ENDS = [
  { name: 'rail_nose', says: 'nose' },
  { name: 'rail_middle', says: 'middle' },
  { name: 'rail_tail', says: 'tail' },
] as const
const wrong = ref('')
const text = (event: Event) => (event.target as HTMLInputElement).value

function feel(name: (typeof ENDS)[number]['name'], value: number): void {
  change(({ board: of }) => {
    const now = of.section?.[name]
    of.section = { ...of.section, [name]: now === value ? null : value }
  })
}

function measure(said: string, take: (metres: number | null) => void): void {
  if (!said.trim()) {
    wrong.value = ''
    take(null)
    return
  }
  const read = readMeasure(said, units.value)
  wrong.value = 'fault' in read ? read.fault : ''
  if ('value' in read) take(read.value)
}

/** Depths are a few millimetres, or so many 32nds. */
function depth(said: string, take: (metres: number) => void): void {
  const bare = /^\d+(?:[.,]\d+)?$/.test(said.trim())
  measure(bare && units.value === 'metric' ? `${said} mm` : said, (metres) => take(metres ?? 0))
}
function depthText(metres: number): string {
  return units.value === 'metric'
    ? `${Math.round(metres * 1e4) / 10} mm`
    : thicknessText(metres, 'imperial')
}

function zone(i: number, change_: Record<string, unknown>): void {
  change(({ board: of }) => {
    of.bottom = (of.bottom ?? []).map((one, at) => (at === i ? { ...one, ...change_ } : one))
  })
}
function addZone(): void {
  change(({ board: of }) => {
    const far = Math.max(0, ...(of.bottom ?? []).map((one) => one.from_tail_m))
    of.bottom = [
      ...(of.bottom ?? []),
      { from_tail_m: Math.min(far + 0.3048, of.length_m - 0.1), shape: 'concave', depth_m: 0.003 },
    ]
  })
}
</script>

<template>
  <section v-if="board" class="section" aria-label="Rails and bottom">
    <div
      v-for="end in ENDS"
      :key="end.name"
      class="rail"
      role="group"
      :aria-label="`Rail at the ${end.says}`"
    >
      <span class="label">rail, {{ end.says }}</span>
      <ChoiceButtons
        :options="RAILS.map((says, i) => ({ value: i / 4, says }))"
        :chosen="board.section?.[end.name]"
        @choose="(value) => feel(end.name, value)"
      />
    </div>
    <div class="rail">
      <label>
        <span class="label">deck</span>
        <select
          class="box"
          :value="board.section?.deck ?? ''"
          aria-label="Deck"
          @change="
            change(
              (d) =>
                (d.board.section = { ...d.board.section, deck: (text($event) || null) as never }),
            )
          "
        >
          <option value="">not felt</option>
          <option v-for="one in SECTION_DECK_WORDS" :key="one">{{ one }}</option>
        </select>
      </label>
      <label>
        <span class="label">hard edge from the tail</span>
        <input
          v-draft="
            board.section?.edge_from_tail_m != null
              ? lengthText(board.section.edge_from_tail_m, units)
              : ''
          "
          class="box"
          type="text"
          placeholder="where it starts"
          @change="
            measure(text($event), (m) =>
              change((d) => (d.board.section = { ...d.board.section, edge_from_tail_m: m })),
            )
          "
        />
      </label>
    </div>
    <div
      v-for="(one, i) in board.bottom ?? []"
      :key="i"
      class="rail zone"
      role="group"
      :aria-label="`Bottom, zone ${i + 1}`"
    >
      <span class="label">bottom at</span>
      <input
        v-draft="lengthText(one.from_tail_m, units)"
        class="box"
        type="text"
        aria-label="from the tail"
        @change="measure(text($event), (m) => m !== null && zone(i, { from_tail_m: m }))"
      />
      <select
        class="box"
        aria-label="shape"
        :value="one.shape"
        @change="zone(i, { shape: text($event) })"
      >
        <option v-for="shape in BOTTOM_ZONE_SHAPE_WORDS" :key="shape">{{ shape }}</option>
      </select>
      <input
        v-draft="depthText(one.depth_m)"
        class="box"
        type="text"
        aria-label="depth"
        @change="depth(text($event), (m) => zone(i, { depth_m: m }))"
      />
      <button
        type="button"
        class="plain"
        :aria-label="`Take zone ${i + 1} away`"
        @click="
          change((d) => (d.board.bottom = (d.board.bottom ?? []).filter((_, at) => at !== i)))
        "
      >
        ×
      </button>
    </div>
    <p class="hint">
      <button type="button" class="plain link" @click="addZone">bottom by zone</button>
      lay the straight-edge across: rocks on vee or belly, a gap is a concave
    </p>
    <p v-if="wrong || fault('bottom') || fault('section')" class="fault" role="alert">
      {{ wrong || fault('bottom') || fault('section') }}
    </p>
  </section>
</template>

<style scoped>
.section {
  display: grid;
  gap: 4px;
  align-content: start;
}
.rail {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
}
.rail > .label {
  width: 76px;
}
label {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
input {
  width: 92px;
}
select {
  width: 130px;
}
.hint {
  margin: 0;
  font-size: 13px;
  color: var(--soft-ink);
}
</style>
