<script setup lang="ts">
// A board that somebody owns: its outline with its pattern, dims, the days on which it is the one to take, its worth.
import { computed, ref } from 'vue'
import type { Looks, Owned, Quiver } from '@/shared/api/client'
import { vDraft } from '@/shared/forms/draft'
import SixLooks from '@/shared/forms/SixLooks.vue'
import { planPath, lengthOf } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { faceSays } from '@/shared/units/waveMap'
import { useQuiver } from './quiver'
import { fillOf } from './weaves'
import { countDays } from '@/shared/units/days'

const props = defineProps<{
  owned: Owned
  place: number
  quiver: Quiver
  /** Pixels for a metre. */
  scale: number
}>()
const { units, words, faces } = useSession()
const { change, letGo, state } = useQuiver()
const open = ref(false)

const board = computed(() => props.owned.board)
const country = computed(() => props.quiver.answer.countries[props.place])
const wide = computed(() => lengthOf(props.owned.curves) * props.scale)
const high = computed(() => 2 * Math.max(...props.owned.curves.half_width_m) * props.scale + 4)
const outline = computed(() => planPath(props.owned.curves, props.scale, 1, high.value / 2))
const face = (metres: number) =>
  faceSays(metres, words.value, props.quiver.body_m, units.value, faces.value)
/** On which waves it is taken, and how far another does the same. */
const says = computed(() => {
  const one = country.value
  if (!one) return ''
  if (one.days < 0.5) return 'on no day the first choice'
  const [low, high] = [face(one.low_m ?? 0), face(one.high_m ?? 0)]
  return `${low === high ? low : `${low} to ${high}`}, ${countDays(one.days)}`
})
const also = computed(() => {
  const one = country.value
  if (!one || one.either_days < 0.5) return ''
  const only = one.only_days >= 0.5 ? `; the only one on ${countDays(one.only_days)}` : ''
  return `another does the same on ${countDays(one.either_days)}${only}`
})

const NUMBERS = [
  ['price', 'cost new'],
  ['sessions', 'sessions'],
] as const
const refused = (name: string) => state.refused[`${name} ${props.owned.id}`]
/** What was refused that has no field of its own. */
const stopped = computed(
  () => ['choice', 'kind', 'looks'].map(refused).find((one) => one)?.says ?? '',
)
const shown = (name: 'price' | 'sessions') =>
  refused(name)?.text ??
  String(props.owned.looks[name] ?? (name === 'price' ? board.value.price : '') ?? '')

function look(name: string, text: string, part: Partial<Looks>): void {
  void change(props.owned, name, text, { looks: { ...props.owned.looks, ...part } })
}
const families = computed(() => words.value?.families.map((one) => one.name) ?? [])
function kind(family: Owned['board']['family']): void {
  const assumed = (board.value.assumed ?? []).filter((one) => one !== 'family')
  void change(props.owned, 'kind', family, { board: { ...board.value, family, assumed } })
}
function type(name: 'price' | 'sessions', text: string): void {
  const plain = text.trim().replace(',', '.')
  const value = plain === '' ? null : Number(plain)
  look(name, text, { [name]: Number.isNaN(value) ? (plain as unknown as number) : value })
}
</script>

<template>
  <li class="owned" :data-owned="board.name || board.family">
    <p class="head">
      <b>{{ board.name || board.family }}</b>
      <span class="quiet"
        >{{ board.name ? `${board.family}, ` : '' }}{{ owned.litres.toFixed(1) }} L</span
      >
      <span v-if="owned.worth.value" class="worth"
        >worth {{ Math.round(Number(owned.worth.value)) }}</span
      >
    </p>
    <svg :width="268" :height="high" aria-hidden="true">
      <clipPath :id="`tail-${place}`">
        <rect x="0" y="0" :width="wide * 0.26" :height="high" />
      </clipPath>
      <path :d="outline" class="hull" />
      <path :d="outline" :fill="fillOf(place)" :clip-path="`url(#tail-${place})`" />
      <text :x="wide * 0.3" :y="high / 2 + 6">{{ owned.line[units] }}</text>
    </svg>
    <p class="says">{{ says }}</p>
    <p v-if="also" class="quiet">{{ also }}</p>
    <p v-if="owned.id === null" class="quiet">rides it now: as on the ticket</p>
    <p v-else class="acts">
      <label title="taken wherever it works, for its own sake">
        <input
          type="checkbox"
          :checked="owned.by_choice"
          @change="
            change(owned, 'choice', '', {
              by_choice: ($event.target as HTMLInputElement).checked,
            })
          "
        />
        by choice
      </label>
      <button type="button" class="plain link" :aria-expanded="open" @click="open = !open">
        {{ open ? 'close' : 'wear and kind' }}
      </button>
      <button
        type="button"
        class="plain link"
        :aria-label="`take away ${board.name || board.family}`"
        @click="letGo(owned)"
      >
        take away
      </button>
    </p>
    <p v-if="stopped" class="fault" role="alert">{{ stopped }}</p>
    <div v-if="open && owned.id !== null" class="looks">
      <label>
        kind
        <select
          :value="board.family"
          :aria-label="`kind: ${board.name || board.family}`"
          @change="kind(($event.target as HTMLSelectElement).value as Owned['board']['family'])"
        >
          <option v-for="one in families" :key="one" :value="one">{{ one }}</option>
        </select>
      </label>
      <label v-for="[name, text] in NUMBERS" :key="name">
        {{ text }}
        <input
          v-draft="shown(name)"
          inputmode="decimal"
          :aria-label="`${text}: ${board.name || board.family}`"
          @change="(event) => type(name, (event.target as HTMLInputElement).value)"
        />
        <small v-if="refused(name)" role="alert">{{ refused(name)?.says }}</small>
      </label>
      <SixLooks :looks="owned.looks" @look="(part) => look('looks', '', part)" />
      <p class="quiet">{{ owned.worth.reasons.join('; ') }}</p>
    </div>
  </li>
</template>

<style scoped src="./OwnedBoard.css"></style>
