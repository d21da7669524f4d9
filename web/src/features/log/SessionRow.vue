<script setup lang="ts">
// One session: when, what waves, on what; the rides as they were foretold and as they were.
import { computed } from 'vue'
import type { LoggedSession } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { faceSays } from '@/shared/units/waveMap'
import { shortDay } from '@/shared/log/when'

const props = defineProps<{
  session: LoggedSession
  /** Rides over which the strip goes. */
  most: number
  /** The trial's new side, its old one, or neither. */
  side: 'old' | 'new' | null
  chosen: boolean
  bodyM: number
}>()
defineEmits<{ choose: [] }>()
const { units, words, faces } = useSession()

const WIDE = 236
const x = (rides: number) => 6 + ((WIDE - 12) * Math.min(rides, props.most)) / props.most
const face = computed(() =>
  props.session.hour.face_m
    ? faceSays(props.session.hour.face_m, words.value, props.bodyM, units.value, faces.value)
    : 'waves not said',
)
const board = computed(() => props.session.board.name || props.session.board.family)
const said = computed(() => props.session.said)
</script>

<template>
  <li :data-session="session.id">
    <button
      type="button"
      class="plain row"
      :aria-pressed="chosen"
      :class="{ chosen }"
      @click="$emit('choose')"
    >
      <span class="line">
        <b>{{ shortDay(session.started_at) }}</b>
        <span>{{ face }}, {{ session.place || 'somewhere' }}</span>
      </span>
      <span class="line quiet">
        <span
          >{{ board }}{{ session.fins ? `, ${session.fins}` : ''
          }}{{ session.rider ? ` · ${session.rider}` : '' }}</span
        >
        <span class="got"
          ><template v-if="said && !session.rider"
            >said {{ said.low }} to {{ said.high }}, </template
          ><b>{{ session.rides === null ? 'not counted' : `got ${session.rides}` }}</b></span
        >
      </span>
      <svg :width="WIDE" height="14" aria-hidden="true">
        <line x1="6" :x2="WIDE - 6" y1="7" y2="7" class="axis" />
        <rect
          v-if="said && !session.rider"
          class="band"
          :x="x(said.low) - 4"
          :width="x(said.high) - x(said.low) + 8"
          y="3"
          height="8"
        />
        <circle
          v-if="session.rides !== null"
          :cx="x(session.rides)"
          cy="7"
          r="4.5"
          :class="['dot', side === 'old' ? 'ring' : '', session.inside === false ? 'out' : '']"
        />
      </svg>
    </button>
  </li>
</template>

<style scoped>
li {
  list-style: none;
  border-top: 1px dotted var(--hairline);
}
.row {
  display: block;
  width: 100%;
  padding: 4px 0 3px 6px;
  text-align: left;
  border-left: 3px solid transparent;
}
.chosen {
  border-left-color: var(--pencil);
}
.line {
  display: flex;
  gap: 8px;
  justify-content: space-between;
}
.quiet {
  font-size: 13px;
}
.got {
  white-space: nowrap;
}
svg {
  display: block;
}
.axis {
  stroke: var(--hairline);
}
.band {
  fill: var(--pale-sea);
  opacity: 0.6;
}
.dot {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.ring {
  fill: var(--foam);
}
.out {
  stroke: var(--pencil);
}
</style>
