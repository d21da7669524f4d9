<script setup lang="ts">
// Bottom: the rack in order of fit, silhouettes to one scale. Arrows walk, Enter puts on the bench.
import { computed, nextTick, ref, watch } from 'vue'
import { standingPath } from '../../bench/drawing'
import { useRack } from '../../state/rack'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import { lengthText } from '../../units'
import { ridesWord } from './verdict'

const { answer, fitting, putOnBench } = useTicket()
const { rack } = useRack()
const { units } = useSession()
const SCALE = 33
const list = ref<HTMLElement | null>(null)
const at = ref(0)

/** Paths are drawn once a board, not at every answer. */
const paths = computed(
  () => new Map(rack.boards.map((b) => [b.id, standingPath(b.silhouette, SCALE, 15, 106)])),
)
const places = computed(() => {
  const byId = new Map(rack.boards.map((board) => [board.id, board]))
  const ranked = answer.value?.ranking ?? []
  if (!ranked.length) return rack.boards.map((board) => ({ board, fit: null, row: null }))
  return ranked.flatMap((row) => {
    const board = byId.get(row.id)
    return board ? [{ board, fit: row.fit, row }] : []
  })
})
const fits = computed(() => places.value.filter((row) => (row.fit ?? 0) >= 50).length)
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

async function walk(by: number): Promise<void> {
  at.value = Math.max(0, Math.min(places.value.length - 1, at.value + by))
  await nextTick()
  list.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
}

function keyed(event: KeyboardEvent): void {
  const steps: Record<string, number> = {
    ArrowRight: 1,
    ArrowLeft: -1,
    Home: -places.value.length,
    End: places.value.length,
  }
  if (event.key in steps) void walk(steps[event.key] ?? 0)
  else if (event.key === 'Enter' || event.key === ' ') put(at.value)
  else return
  event.preventDefault()
}

function put(index: number): void {
  at.value = index
  const row = places.value[index]
  if (row) putOnBench(row.board.id)
}
</script>

<template>
  <section class="rack" aria-label="Rack">
    <header>
      <span class="label">Rack, best first</span>
      <span v-if="answer?.ranking.length">{{ fits }} fit of {{ places.length }}</span>
      <span v-else>{{ places.length }} boards</span>
    </header>
    <div ref="list" class="boards" role="listbox" aria-label="Boards, best first" @keydown="keyed">
      <div
        v-for="(row, i) in places"
        :key="row.board.id"
        role="option"
        class="place"
        :class="{ on: row.board.id === onBench, closed: row.fit === 0 }"
        :aria-selected="row.board.id === onBench"
        :tabindex="i === at ? 0 : -1"
        :data-board="row.board.id"
        :title="row.board.label_says"
        @click="put(i)"
        @focus="at = i"
      >
        <svg viewBox="0 0 30 108" width="30" height="108" aria-hidden="true">
          <path :d="paths.get(row.board.id)" />
        </svg>
        <span class="words">
          <span class="name">{{ row.board.board.name || row.board.board.family }}</span>
          <span
            ><b>{{ lengthText(row.board.board.length_m, units) }}</b>
            {{ row.board.litres.toFixed(1) }} L</span
          >
          <span v-if="row.fit !== null" class="fit">{{
            row.fit > 0 ? `fit ${Math.round(row.fit)}` : 'not yet'
          }}</span>
          <span v-if="row.row" class="rides">{{ ridesWord(row.row.rides, row.row.stays_on) }}</span>
          <span v-if="row.row?.waves" class="span">{{ row.row.waves }}</span>
          <span v-if="row.row?.limit" class="span">{{ row.row.limit }}</span>
          <span class="price"
            >{{ row.board.board.price ?? '' }} {{ row.board.board.stock ?? '' }}</span
          >
        </span>
      </div>
    </div>
  </section>
</template>

<style scoped>
.rack {
  display: flex;
  gap: 8px;
  padding: 6px 16px 4px;
  background: var(--rack);
  border-top: 1px solid var(--hairline);
  min-width: 0;
}
header {
  display: flex;
  flex-direction: column;
  width: 108px;
  flex: none;
  font-size: 13.5px;
}
.boards {
  display: flex;
  gap: 4px;
  overflow-x: auto;
  overflow-anchor: none;
  min-width: 0;
  scroll-snap-type: x proximity;
}
.place {
  display: flex;
  align-items: flex-end;
  gap: 6px;
  flex: none;
  width: 136px;
  /* Boards out of sight are neither laid out nor painted at an answer. */
  content-visibility: auto;
  contain-intrinsic-size: 136px 116px;
  padding: 0 4px 2px;
  cursor: pointer;
  scroll-snap-align: start;
  border-bottom: 3px solid transparent;
}
.place path {
  fill: var(--foam);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.place.on {
  border-bottom-color: var(--pencil);
}
.place.on path {
  stroke: var(--pencil);
  stroke-width: 2;
}
.place.closed path {
  stroke-dasharray: 3 2;
}
.place:focus-visible {
  outline-offset: -2px;
}
.words {
  display: grid;
  font-size: 13px;
  line-height: 1.24;
  min-width: 0;
  padding-bottom: 4px;
}
.name {
  color: var(--soft-ink);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.span {
  color: var(--soft-ink);
  white-space: nowrap;
}
.rides {
  font-weight: 600;
}
.on .fit {
  color: var(--pencil-text);
  font-weight: 600;
}
.price {
  color: var(--soft-ink);
  font-size: 12px;
  white-space: nowrap;
}
</style>
