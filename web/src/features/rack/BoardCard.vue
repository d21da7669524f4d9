<script setup lang="ts">
// What is said of the board under the hand: its line, what the label and the tape say, how long it hangs.
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useWall } from './wallState'
import { daysText, stockText } from './words'

const props = defineProps<{ id: number; x: number; y: number }>()
const { rows, wall } = useWall()
const { units } = useSession()
const board = computed(() => rows.get(props.id))
const days = computed(() => {
  const at = wall.found?.ids.indexOf(props.id) ?? -1
  return wall.found?.days[at] ?? 0
})
/** Whom of the last tickets it suits, those first for whom it is among the best. */
const suits = computed(() => {
  const asked = wall.asked?.fittings ?? []
  const some = asked.filter((one) => one.suits.includes(props.id))
  if (!asked.length) return ''
  if (!some.length) return `suits none of the last ${asked.length} tickets`
  const best = some.filter((one) => one.best.includes(props.id) && one.name).map((one) => one.name)
  const for_ = best.length ? `, best for ${[...new Set(best)].slice(0, 3).join(', ')}` : ''
  return `suits ${some.length} of the last ${asked.length} tickets${for_}`
})
const WIDE = 268
/** Beside the board, on the side where there is room. */
const place = computed(() => ({
  left: `${props.x > 860 ? props.x - WIDE - 30 : props.x + 30}px`,
  top: `${Math.max(0, Math.min(props.y - 100, 430))}px`,
}))
</script>

<template>
  <aside v-if="board" class="card" :style="place" aria-live="polite">
    <b class="name">{{ board.board.name || board.board.family }}</b>
    <span class="line">{{ board.line[units] }}</span>
    <span>{{ board.label_says }}</span>
    <span>{{
      [board.board.family, board.board.build, board.board.fins?.box_type]
        .filter(Boolean)
        .join(' · ')
    }}</span>
    <span>{{
      [board.number, stockText(board.board), daysText(days)].filter(Boolean).join(' · ')
    }}</span>
    <span v-if="suits">{{ suits }}</span>
    <span v-if="board.board.price"
      >{{ Math.round(board.board.price)
      }}<template v-if="board.out_of_the_door">
        · {{ Math.round(board.out_of_the_door) }} all in</template
      ></span
    >
  </aside>
</template>

<style scoped>
.card {
  position: absolute;
  z-index: 3;
  display: grid;
  gap: 2px;
  width: 268px;
  box-sizing: border-box;
  padding: 8px 12px;
  font-size: 13px;
  background: var(--foam);
  border: 1px solid var(--hairline);
  pointer-events: none;
}
.name {
  font: 600 16px var(--serif);
}
.line {
  font: 15px var(--hand);
  color: var(--note);
}
</style>
