<script setup lang="ts">
// Before the rack's boards: the one that could be ordered, dotted. To be read in five seconds: its line, how much
// better it is than the wall's best, whether that is worth the wait.
import { computed } from 'vue'
import { standingPath } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { lengthText } from '@/shared/units/units'
import { useOrderable, watchOrderable } from './orderable'

watchOrderable()
const { found, current, onBench } = useOrderable()
const { putTyped } = useTicket()
const { units } = useSession()
const SCALE = 33
const worth = computed(() => found.value?.worth)
const better = computed(() => {
  const of = worth.value
  if (!of) return ''
  if (typeof of.wall_fit !== 'number') return 'nothing here is open'
  const points = Math.round(of.fit - of.wall_fit)
  return points > 0 ? `${points} over the best here` : 'no better than here'
})
const wait = computed(() => {
  const of = worth.value
  return of ? `${of.weeks[0]?.toFixed(0)}–${of.weeks[2]?.toFixed(0)} weeks` : ''
})
</script>

<template>
  <div v-if="found?.board && found.silhouette" class="orderable" :class="{ waits: !current }">
    <button
      type="button"
      class="could"
      :class="{ on: onBench }"
      :aria-pressed="onBench"
      :title="worth?.says"
      @click="putTyped(found.board)"
    >
      <svg viewBox="0 0 30 108" width="30" height="108" aria-hidden="true">
        <path :d="standingPath(found.silhouette, SCALE, 15, 106)" />
      </svg>
      <span class="words">
        <span class="name">could be ordered</span>
        <span
          ><b>{{ lengthText(found.board.length_m, units) }}</b>
          {{ found.litres?.toFixed(1) }} L</span
        >
        <span>{{ found.board.family }}</span>
        <span class="better">{{ better }}</span>
        <span class="wait">{{ wait }}</span>
        <b class="wait">{{ worth?.worth ? 'worth the wait' : 'not worth the wait' }}</b>
      </span>
    </button>
  </div>
</template>

<style scoped>
.orderable {
  width: 100%;
}
.waits {
  opacity: 0.6;
}
.could {
  display: flex;
  align-items: flex-end;
  gap: 6px;
  width: 100%;
  padding: 0 4px 2px;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  cursor: pointer;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 1.5 2.5;
}
.on {
  border-bottom-color: var(--pencil);
}
.on path {
  stroke: var(--pencil);
}
.words {
  display: grid;
  min-width: 0;
  padding-bottom: 4px;
  font-size: 13px;
  line-height: 1.24;
}
.words > * {
  white-space: nowrap;
}
.name,
.wait {
  color: var(--soft-ink);
}
b.wait {
  color: var(--ink);
}
@media (max-height: 780px) and (min-width: 901px) {
  svg,
  .better,
  .words > :nth-child(3),
  span.wait {
    display: none;
  }
}
</style>
