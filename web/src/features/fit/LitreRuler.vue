<script setup lang="ts">
// Top: one ruler in litres. To be read in five seconds: how many litres to look for, and how far to either
// side a board is as good. What other ways of sizing say stands above the line, thin, as evidence.
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useTicket } from '@/shared/state/ticket'
import { round } from '@/shared/units/units'
import { useKind } from './kind'
import { evenStep, scaleOver, ticks } from './scale'
import { useSize } from '@/shared/drawing/size'
import { litreSpan } from './verdict'

const { answer, fitting, settled, setTarget } = useTicket()
const [LEFT, LINE] = [48, 70]
const frame = ref<SVGSVGElement | null>(null)
/** Drawn at the size of the panel, so that its letters are as large on a phone. */
const space = useSize(frame, { width: 616, height: 110 })
const right = computed(() => space.width - 14)
const dragged = ref<number | null>(null)

const size = computed(() => answer.value?.size ?? null)
const bench = computed(() => answer.value?.bench?.ranked?.litres ?? null)
const present = computed(() => answer.value?.present?.ranked?.litres ?? null)
const { kind } = useKind()
const target = computed(() => dragged.value ?? kind.value?.target_l ?? null)
const overruled = computed(() => (fitting.value?.target_l ?? null) !== null)

const scale = computed(() => {
  const bands = (size.value?.sizing_methods ?? []).flatMap((method) => [
    method.low_l,
    method.high_l,
  ])
  const marks = [bench.value, present.value, kind.value?.target_l ?? null].filter((v) => v !== null)
  const all = [...bands, ...marks, ...(kind.value?.target_band_l ?? [])]
  const [low, high] = all.length ? [Math.min(...all), Math.max(...all)] : [25, 60]
  const room = Math.max((high - low) * 0.22, 4)
  return scaleOver(Math.max(5, Math.floor(low - room)), Math.ceil(high + room), LEFT, right.value)
})
const big = computed(() => evenStep(scale.value.high - scale.value.low, space.width / 52))
const marks = computed(() => ticks(scale.value.low, scale.value.high, big.value))
const small = computed(() => ticks(scale.value.low, scale.value.high, big.value / 2))
const says = computed(() =>
  overruled.value ? 'your own target; Delete takes it back' : (kind.value?.target_because ?? ''),
)
/** The litres between which a board is as good; they go along with a target that is being dragged. */
const asGood = computed(() => {
  const band = kind.value?.target_band_l
  if (!band || !kind.value || target.value === null) return null
  const moved = target.value / kind.value.target_l
  return { low: band[0] * moved, high: band[1] * moved }
})

function move(litres: number): void {
  const held = Math.min(300, Math.max(5, round(litres, 1)))
  dragged.value = held
  setTarget(held)
}

function keyed(event: KeyboardEvent): void {
  if (target.value === null) return
  const by = event.shiftKey ? 2 : 0.5
  const steps: Record<string, number> = {
    ArrowRight: by,
    ArrowUp: by,
    ArrowLeft: -by,
    ArrowDown: -by,
  }
  if (event.key in steps) move(Math.round((target.value + (steps[event.key] ?? 0)) * 2) / 2)
  else if (event.key === 'Delete' || event.key === 'Backspace') release()
  else return
  event.preventDefault()
  dragged.value = null
}

function release(): void {
  dragged.value = null
  setTarget(null)
}

function litresAt(event: PointerEvent): number {
  const box = frame.value?.getBoundingClientRect()
  if (!box) return target.value ?? 0
  return scale.value.back(event.clientX - box.left)
}

function drag(event: PointerEvent): void {
  if (dragged.value !== null) move(litresAt(event))
}

function drop(): void {
  dragged.value = null
}

function take(event: PointerEvent): void {
  ;(event.currentTarget as Element & { focus(): void }).focus()
  event.preventDefault()
  dragged.value = target.value
}

onMounted(() => {
  window.addEventListener('pointermove', drag)
  window.addEventListener('pointerup', drop)
})
onBeforeUnmount(() => {
  window.removeEventListener('pointermove', drag)
  window.removeEventListener('pointerup', drop)
})
</script>

<template>
  <section class="ruler" aria-label="Litres">
    <header>
      <span class="label">Litres</span>
      <span class="says" :title="says">{{ says }}</span>
    </header>
    <svg v-if="size?.target_l" ref="frame" :viewBox="`0 0 ${space.width} 110`" height="110">
      <g v-for="(method, i) in size.sizing_methods" :key="method.code">
        <title>{{ method.name }}: {{ method.reason }}</title>
        <rect
          :x="scale(method.low_l)"
          :y="17 + i * 13"
          :width="Math.max(scale(method.high_l) - scale(method.low_l), 3)"
          height="7"
          :fill="`url(#weave-${method.code})`"
          class="band"
        />
        <text x="0" :y="26 + i * 13" class="name method">
          {{ method.code }}
        </text>
      </g>
      <rect
        v-if="asGood"
        class="as-good"
        :x="scale(asGood.low)"
        :y="LINE - 6"
        :width="Math.max(scale(asGood.high) - scale(asGood.low), 3)"
        height="12"
      >
        <title>{{ litreSpan(asGood.low, asGood.high) }} are as good</title>
      </rect>
      <line :x1="LEFT" :x2="right" :y1="LINE" :y2="LINE" class="line" />
      <line
        v-for="v in small"
        :key="`s${v}`"
        :x1="scale(v)"
        :x2="scale(v)"
        :y1="LINE"
        :y2="LINE + 5"
      />
      <g v-for="v in marks" :key="v">
        <line :x1="scale(v)" :x2="scale(v)" :y1="LINE" :y2="LINE + 9" />
        <text :x="scale(v)" :y="LINE + 22" text-anchor="middle">{{ round(v, 1) }}</text>
      </g>
      <g v-if="present">
        <circle :cx="scale(present)" :cy="LINE" r="4.5" class="ring" />
        <text :x="scale(present)" :y="LINE + 36" class="name" text-anchor="middle">
          rides now {{ present.toFixed(1) }}
        </text>
      </g>
      <line
        v-if="bench"
        :x1="scale(bench)"
        :x2="scale(bench)"
        :y1="LINE - 10"
        :y2="LINE + 10"
        class="stroke"
      >
        <title>on the bench: {{ bench.toFixed(1) }} L</title>
      </line>
      <g
        v-if="target"
        class="handle"
        role="slider"
        tabindex="0"
        aria-label="Litres to look for"
        :aria-valuenow="round(target, 1)"
        :aria-valuemin="Math.min(scale.low, target)"
        :aria-valuemax="Math.max(scale.high, target)"
        :aria-valuetext="`${target.toFixed(1)} litres`"
        :transform="`translate(${scale(target)} 0)`"
        @keydown="keyed"
        @pointerdown="take"
        @dblclick="release"
      >
        <rect x="-22" y="0" width="44" :height="LINE" fill="transparent" />
        <line y1="17" :y2="LINE" />
        <path :d="`M-7,${LINE - 10}H7L0,${LINE}Z`" />
        <text y="13" text-anchor="middle">{{ target.toFixed(1) }} L</text>
      </g>
    </svg>
    <p v-else class="empty">Mass and what they can do give the litres.</p>
    <dl v-if="size?.target_l" class="reasons">
      <template v-if="settled?.step_down">
        <dt>smaller</dt>
        <dd>{{ settled?.step_down.says }}</dd>
      </template>
      <template v-if="asGood">
        <dt>as good</dt>
        <dd>{{ litreSpan(asGood.low, asGood.high) }}: what advisors accept.</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped src="./LitreRuler.css"></style>
