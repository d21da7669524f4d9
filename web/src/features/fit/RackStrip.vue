<script setup lang="ts">
// Bottom: the rack in order of fit, silhouettes to one scale. Arrows walk, Enter puts on the bench. Only the
// boards in sight are drawn, so that a large rack is as quick as a small one.
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from 'vue'
import { standingPath } from '@/shared/drawing/drawing'
import { useBoardDetails } from './boardDetails'
import { pointed } from './pointed'
import { useRovingFocus } from '@/shared/keys/rovingFocus'
import type { RackBoard } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useRackFilters } from './rackFilters'
import { useTicket } from '@/shared/state/ticket'
import { lengthText } from '@/shared/units/units'
import StripFilters from './StripFilters.vue'
import { useStripPlaces } from './stripPlaces'
import { ridesWord } from './verdict'

// It is solved long after the rest stands: no first page waits for it.
const OrderableSlot = defineAsyncComponent(() => import('./OrderableSlot.vue'))
const { answer, fitting, putOnBench } = useTicket()
const { askWhyNot } = useBoardDetails()
const { units } = useSession()
const { strip, mark } = useRackFilters()
const [SCALE, EACH, AROUND] = [33, 140, 1]
const list = ref<HTMLElement | null>(null)
const at = ref(0)
useRovingFocus(list, '.hung')
const left = ref(0)
const wide = ref(1280)

/** Paths are drawn once a board, not at every answer. */
const paths = new Map<number, string>()
function pathOf(id: number, board: RackBoard): string {
  if (!paths.has(id)) paths.set(id, standingPath(board.silhouette, SCALE, 15, 106))
  return paths.get(id) ?? ''
}

const { places, fits, price, says, judgeInSight } = useStripPlaces()
const first = computed(() => Math.max(0, Math.floor(left.value / EACH) - AROUND))
const shown = computed(() =>
  places.value
    .slice(first.value, first.value + Math.ceil(wide.value / EACH) + 2 * AROUND)
    .map((row, i) => ({ ...row, index: first.value + i })),
)
judgeInSight(shown)
/** Where Tab comes in: the place last walked to, or the first in sight once that was scrolled away. */
const stop = computed(() => {
  const drawn = shown.value
  if (drawn.some((row) => row.index === at.value)) return at.value
  return (drawn.find((row) => row.index * EACH >= left.value) ?? drawn[0])?.index ?? 0
})
const onBench = computed(() => {
  if (fitting.value?.typed_board) return null
  return answer.value?.bench?.id ?? null
})

watch(
  () => fitting.value?.id,
  async () => {
    at.value = 0
    await nextTick()
    list.value?.scrollTo({ left: 0 })
  },
)

/** Height of a visible scroll bar [px]: the strip grows by it, so that no line of a board is lost. */
const bar = ref(0)

function measure(): void {
  bar.value = (list.value?.offsetHeight ?? 0) - (list.value?.clientHeight ?? 0)
  wide.value = list.value?.clientWidth || 1280
  left.value = list.value?.scrollLeft ?? 0
}

onMounted(measure)
useEventListener(window, 'resize', measure)

function bringInSight(box: HTMLElement): void {
  const start = at.value * EACH
  if (start < box.scrollLeft) box.scrollLeft = start
  else if (start + EACH > box.scrollLeft + box.clientWidth)
    box.scrollLeft = start + EACH - box.clientWidth
  measure()
}

// An answer that comes while one walks puts the boards in another order: the focus goes with its board, so
// that Enter takes the board that was read.
watch(places, (now, before) => {
  const box = list.value
  if (!box?.contains(document.activeElement)) return
  const board = before[at.value]?.board.id
  const there = now.findIndex((row) => row.board.id === board)
  at.value = there < 0 ? Math.max(0, Math.min(at.value, now.length - 1)) : there
  bringInSight(box)
})

async function walk(by: number): Promise<void> {
  at.value = Math.max(0, Math.min(places.value.length - 1, stop.value + by))
  const box = list.value
  if (!box) return
  bringInSight(box)
  await nextTick()
  box.querySelector<HTMLElement>('.hung[tabindex="0"]')?.focus({ preventScroll: true })
}

function keyed(event: KeyboardEvent): void {
  const steps: Record<string, number> = {
    ArrowRight: 1,
    ArrowLeft: -1,
    Home: -places.value.length,
    End: places.value.length,
  }
  const row = places.value[stop.value]
  if (event.altKey || event.ctrlKey || event.metaKey) return
  if (event.key in steps) void walk(steps[event.key] ?? 0)
  else if (row && (event.key === '+' || event.key === 'c')) mark(String(row.board.id))
  else if (row && event.key === 'w') void askWhyNot(row.board.id)
  else return
  event.preventDefault()
  event.stopPropagation()
}

function focused(index: number, board: number): void {
  at.value = index
  pointed.value = board
}

function put(index: number): void {
  at.value = index
  const row = places.value[index]
  if (row) putOnBench(row.board.id)
}
</script>

<template>
  <section class="rack" aria-label="Rack" :style="{ '--bar': `${bar}px` }">
    <header>
      <span class="label">Rack, best first</span>
      <span v-if="answer?.ranking.length">{{ fits }}</span>
      <span v-else>{{ places.length }} boards</span>
      <StripFilters />
    </header>
    <div class="order"><OrderableSlot /></div>
    <ul
      ref="list"
      class="boards"
      aria-label="Boards, best first"
      :data-count="places.length"
      @keydown="keyed"
      @scroll.passive="measure"
    >
      <li aria-hidden="true" class="room" :style="{ width: `${places.length * EACH}px` }" />
      <li
        v-for="row in shown"
        :key="row.board.id"
        class="slot"
        :style="{ transform: `translateX(${row.index * EACH}px)` }"
        :aria-setsize="places.length"
        :aria-posinset="row.index + 1"
      >
        <button
          type="button"
          class="hung"
          :class="{ on: row.board.id === onBench, closed: row.fit === 0 }"
          :aria-pressed="row.board.id === onBench"
          :tabindex="row.index === stop ? 0 : -1"
          :data-board="row.board.id"
          :data-index="row.index"
          :title="says(row)"
          @click="put(row.index)"
          @pointerenter="pointed = row.board.id"
          @focus="focused(row.index, row.board.id)"
        >
          <svg viewBox="0 0 30 108" width="30" height="108" aria-hidden="true">
            <path :d="pathOf(row.board.id, row.board)" />
          </svg>
          <span class="words">
            <span class="name">{{ row.board.board.name || row.board.board.family }}</span>
            <span
              ><b>{{ lengthText(row.board.board.length_m, units) }}</b>
              {{ row.board.litres.toFixed(1) }} L</span
            >
            <span v-if="row.fit !== null" class="fit">{{
              row.fit > 0 ? `fit ${Math.min(Math.round(row.fit), 100)}` : 'not yet'
            }}</span>
            <span v-if="row.row" class="rides">{{
              ridesWord(row.row.rides, row.row.stays_on)
            }}</span>
            <span v-if="row.row?.waves" class="span">{{ row.row.waves }}</span>
            <span v-if="row.row?.limit" class="span">{{ row.row.limit }}</span>
            <span class="price">{{ price(row) }}</span>
          </span>
        </button>
        <button
          type="button"
          class="plain beside"
          tabindex="-1"
          :aria-pressed="strip.beside.includes(String(row.board.id))"
          :aria-label="`Lay ${row.board.board.name || row.board.board.family} beside`"
          title="lay beside the one on the bench (+)"
          @click="mark(String(row.board.id))"
        >
          {{ strip.beside.includes(String(row.board.id)) ? '−' : '+' }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="./RackStrip.css"></style>
