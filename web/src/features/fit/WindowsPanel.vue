<script setup lang="ts">
// Under the bench. To be read in five seconds: between which measures to look, and where the board on the
// bench lies outside.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { afterPaint } from '@/shared/drawing/afterPaint'
import { useTicket } from '@/shared/state/ticket'
import type { Bench, Pins, Windows } from '@/shared/api/client'
import { lengthText, readMeasure, thicknessText, widthText } from '@/shared/units/units'
import { useKind } from './kind'
import WindowLine from './WindowLine.vue'

const ticket = useTicket()
const { facts, fitting, fresh, pinned, setPins, settled } = ticket
const answer = afterPaint(() => ticket.answer.value)
const { units } = useSession()
const { family, pick } = useKind()
const kinds = computed(() => settled.value?.families ?? [])
const bench = computed(() => answer.value?.bench ?? null)
const present = computed(() => answer.value?.present ?? null)
const who = computed(() => facts.value.name?.split(' ')[0] || 'this surfer')
const kind = computed(
  () => kinds.value.find((row) => row.family === family.value) ?? kinds.value[0] ?? null,
)
const offered = computed(() => {
  // As many as one line takes, three at least.
  const names = (count: number) =>
    kinds.value
      .slice(0, count)
      .map((row) => row.family)
      .join('  ')
  const first = kinds.value.slice(0, names(4).length <= 44 ? 4 : 3)
  return kind.value && !first.includes(kind.value)
    ? [...first.slice(0, first.length - 1), kind.value]
    : first
})
/** How full a rail is, 0 to 1, in words of the trade. */
const railWord = (rail: number) => (rail < 0.35 ? 'low' : rail < 0.65 ? 'medium' : 'full')
const rails = computed(() => {
  const [low, high] = kind.value?.windows?.rail ?? [0, 0]
  const words = [...new Set([railWord(low ?? 0), railWord(high ?? 0)])]
  return kind.value?.windows ? `${words.join(' to ')} rails` : ''
})
/** What else is matched, best first: tails, fins and builds of the leading kind, rails of any. */
const suits = computed(() => {
  const size = settled.value
  if (!size || kind.value?.family !== kinds.value[0]?.family) return rails.value
  const first = (options: readonly { name: string }[]) =>
    options
      .slice(0, 2)
      .map((option) => option.name)
      .join(' or ')
  const fin = size.fin_size
  const sizes = fin ? ` in ${fin.sizes.join(' or ')}, ${fin.flex}` : ''
  return [
    `${first(size.tails)} tail`,
    rails.value,
    first(size.fins) + sizes,
    size.builds[0]?.name ?? '',
  ]
    .filter(Boolean)
    .join('; ')
})

const DIMS = {
  length_m: ['Length', lengthText, 'short', 'long'],
  width_m: ['Width', widthText, 'narrow', 'wide'],
  thickness_m: ['Thickness', thicknessText, 'thin', 'thick'],
} as const
const ENDS = {
  nose_width_m: ['Nose', 'narrow', 'wide'],
  tail_width_m: ['Tail', 'narrow', 'wide'],
  nose_rocker_m: ['Nose rocker', 'flat', 'curved'],
  tail_rocker_m: ['Tail rocker', 'flat', 'curved'],
} as const
type End = keyof typeof ENDS

/** The one-foot widths and the rockers as drawn. */
function endOf(drawn: Bench | null, name: End): number | undefined {
  if (!drawn) return undefined
  if (name === 'nose_width_m' || name === 'tail_width_m') return drawn.hull[name]
  const rocker = drawn.hull.curves.rocker_m
  return name === 'nose_rocker_m' ? rocker[rocker.length - 1] : rocker[0]
}

/** The pins of the kind that is shown. */
const pins = computed(() => {
  const own = fitting.value?.pinned
  return own && own.family === kind.value?.family ? own : null
})
const held = computed(() =>
  pins.value && pinned.value?.family === kind.value?.family ? pinned.value : null,
)

function pin(key: keyof Windows, value: number | null): void {
  if (!kind.value) return
  const { family, ...measures } = pins.value ?? { family: kind.value.family }
  const made = { ...measures, [key]: value }
  const some = Object.values(made).some((one) => one !== null && one !== undefined)
  setPins(some ? ({ family, ...made } as Pins) : null)
}

const lines = computed(() => {
  const w = held.value?.windows ?? kind.value?.windows
  if (!w) return []
  const [on, now] = [bench.value, present.value]
  const dims = Object.entries(DIMS).map(([name, [title, text, under, over]]) => {
    const key = name as keyof typeof DIMS
    const show = (v: number) => text(v, units.value)
    return row(key, title, w[key], on?.board[key], now?.board[key], show, under, over)
  })
  const [onL, nowL] = [on?.ranked?.litres, now?.ranked?.litres]
  const litres = row('litres', 'Litres', w.litres, onL, nowL, (v) => v.toFixed(1), 'little', 'full')
  const ends = Object.entries(ENDS).map(([name, [title, under, over]]) => {
    const key = name as End
    const show = (v: number) => widthText(v, units.value)
    return row(key, title, w[key], endOf(on, key), endOf(now, key), show, under, over)
  })
  return [...dims, litres, ...ends]
})

function row(
  key: keyof Windows,
  title: string,
  window: readonly number[],
  bench: number | undefined,
  present: number | undefined,
  show: (value: number) => string,
  under: string,
  over: string,
) {
  const best = Math.round(kind.value?.fit ?? 100)
  const why =
    `Between ${show(window[0] ?? 0)} and ${show(window[1] ?? 0)} lie the boards of this kind ` +
    `that fit at least 95% as well as the best one found (fit ${best}).`
  return {
    key,
    title,
    window,
    bench: bench ?? null,
    present: present ?? null,
    show,
    under,
    over,
    why,
    read: (text: string) => readMeasure(text, units.value),
    pinned: !!held.value && key in held.value.pinned,
    pins: key !== 'litres',
  }
}
</script>

<template>
  <section
    v-if="kinds.length"
    class="windows"
    :class="{ stale: !fresh }"
    :data-fresh="fresh"
    aria-label="What to look for"
  >
    <header>
      <div class="kinds" role="group" :aria-label="`What ${who} needs`">
        <h2>What {{ who }} needs, as</h2>
        <button
          v-for="offer in offered"
          :key="offer.family"
          type="button"
          class="plain choice"
          :aria-pressed="offer === kind"
          :title="`${offer.reason}; fit ${Math.min(offer.fit, 100).toFixed(0)}${offer.either ? ': as good as the first' : ''}`"
          @click="pick(offer.family)"
        >
          <template v-if="offer.either && offer !== kinds[0]">or </template>{{ offer.family }}
        </button>
      </div>
      <span class="key"><i class="ring" /> now <i class="bar" /> bench</span>
    </header>
    <div class="lines">
      <WindowLine
        v-for="line in lines"
        :key="line.title"
        :title="line.title"
        :window="line.window"
        :bench="line.bench"
        :present="line.present"
        :show="line.show"
        :under="line.under"
        :over="line.over"
        :why="line.why"
        :read="line.read"
        :pinned="line.pinned"
        :pins="line.pins"
        @pin="pin(line.key, $event)"
      />
    </div>
    <p v-if="held" class="suits" data-pays>
      {{ held.says }}
      <button class="plain link" type="button" @click="setPins(null)">take the pins out</button>
    </p>
    <p v-else-if="suits" class="suits">{{ suits }}</p>
  </section>
</template>

<style scoped src="./WindowsPanel.css"></style>
