<script setup lang="ts">
// The rack as a list: only the lines in sight are drawn. Heads sort, arrows walk, Enter opens.
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import type { Found, RackBoard } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useWall } from './wallState'
import { lengthText, thicknessText, widthText } from '@/shared/units/units'
import { daysText, stockText } from './words'

const props = defineProps<{ found: Found; marked: number[] }>()
const emit = defineEmits<{ open: [id: number]; mark: [id: number] }>()
const { units } = useSession()
const { wall, rows, need } = useWall()
const [HIGH, AROUND] = [30, 8]
const box = ref<HTMLElement | null>(null)
const [top, tall] = [ref(0), ref(600)]
const at = ref(0)

interface Column {
  name: string
  says: string
  text(board: RackBoard, i: number): string
}
const COLUMNS: Column[] = [
  { name: 'number', says: 'no.', text: (row) => row.number },
  { name: 'name', says: 'name', text: (row) => row.board.name || '—' },
  { name: '', says: 'family', text: (row) => row.board.family },
  { name: 'length_m', says: 'length', text: (row) => lengthText(row.board.length_m, units.value) },
  { name: 'width_m', says: 'width', text: (row) => widthText(row.board.width_m, units.value) },
  {
    name: 'thickness_m',
    says: 'thickness',
    text: (row) => thicknessText(row.board.thickness_m, units.value),
  },
  { name: 'litres', says: 'litres', text: (row) => row.litres.toFixed(1) },
  { name: '', says: 'boxes', text: (row) => row.board.fins?.box_type ?? '' },
  { name: '', says: 'stock', text: (row) => stockText(row.board) },
  {
    name: 'price',
    says: 'price',
    text: (row) => (row.board.price ? String(Math.round(row.board.price)) : ''),
  },
  { name: 'days', says: 'in stock', text: (_, i) => daysText(props.found.days[i] ?? 0) },
]

const first = computed(() => Math.max(0, Math.floor(top.value / HIGH) - AROUND))
const shown = computed(() => {
  const many = Math.ceil(tall.value / HIGH) + 2 * AROUND
  return props.found.ids
    .slice(first.value, first.value + many)
    .map((id, i) => ({ id, index: first.value + i }))
})
watch(shown, (now) => void need(now.map((row) => row.id)), { immediate: true })
watch(
  () => props.found,
  () => {
    at.value = 0
    box.value?.scrollTo({ top: 0 })
    measure()
  },
)

function measure(): void {
  top.value = box.value?.scrollTop ?? 0
  tall.value = box.value?.clientHeight ?? 600
}
onMounted(measure)

function sort(name: string): void {
  const looking = wall.looking
  if (looking.sort === name) looking.down = !looking.down
  else Object.assign(looking, { sort: name, down: false })
}

async function walk(by: number): Promise<void> {
  at.value = Math.max(0, Math.min(props.found.total - 1, at.value + by))
  const list = box.value
  if (!list) return
  const y = at.value * HIGH
  if (y < list.scrollTop) list.scrollTop = y
  else if (y + HIGH > list.scrollTop + list.clientHeight - HIGH)
    list.scrollTop = y + 2 * HIGH - list.clientHeight
  measure()
  await nextTick()
  list.querySelector<HTMLElement>('.row[tabindex="0"]')?.focus({ preventScroll: true })
}

function keyed(event: KeyboardEvent): void {
  const page = Math.floor(tall.value / HIGH) - 1
  const steps: Record<string, number> = {
    ArrowDown: 1,
    ArrowUp: -1,
    PageDown: page,
    PageUp: -page,
    Home: -1e9,
    End: 1e9,
  }
  const id = props.found.ids[at.value] ?? 0
  if (event.key in steps) void walk(steps[event.key] ?? 0)
  else if ((event.target as HTMLElement).classList.contains('row') && event.key === 'Enter')
    emit('open', id)
  else if (event.key === '+' || event.key === 'c') emit('mark', id)
  else return
  event.preventDefault()
}
</script>

<template>
  <div
    ref="box"
    class="list"
    role="table"
    aria-label="Boards"
    :aria-rowcount="found.total"
    :data-count="found.total"
    @scroll.passive="measure"
    @keydown="keyed"
  >
    <div class="row head" role="row">
      <span
        v-for="column in COLUMNS"
        :key="column.says"
        role="columnheader"
        :aria-sort="
          wall.looking.sort === column.name
            ? wall.looking.down
              ? 'descending'
              : 'ascending'
            : undefined
        "
      >
        <button v-if="column.name" type="button" class="plain" @click="sort(column.name)">
          {{ column.says
          }}<template v-if="wall.looking.sort === column.name">{{
            wall.looking.down ? ' ↓' : ' ↑'
          }}</template>
        </button>
        <template v-else>{{ column.says }}</template>
      </span>
    </div>
    <div class="room" role="rowgroup" :style="{ height: `${found.total * HIGH}px` }">
      <div
        v-for="row in shown"
        :key="row.id"
        class="row"
        role="row"
        :class="{ marked: marked.includes(row.id) }"
        :style="{ transform: `translateY(${row.index * HIGH}px)` }"
        :tabindex="row.index === at ? 0 : -1"
        :aria-rowindex="row.index + 1"
        :data-board="row.id"
        @focus="at = row.index"
        @click="emit('open', row.id)"
      >
        <template v-if="rows.get(row.id)">
          <span v-for="column in COLUMNS" :key="column.says" role="cell">{{
            column.text(rows.get(row.id)!, row.index)
          }}</span>
        </template>
        <span v-else role="cell">…</span>
      </div>
    </div>
  </div>
</template>

<style scoped src="./RackList.css"></style>
