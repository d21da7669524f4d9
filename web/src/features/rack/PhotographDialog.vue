<script setup lang="ts">
// The outline out of one photograph. To be read in five seconds: is the line on the board's edge, how long it
// makes the board, how far a width may be off.
import { computed, ref, watch } from 'vue'
import FileButton from '@/shared/shell/FileButton.vue'
import type { PhotographOut } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { lengthText, readMeasure, widthText } from '@/shared/units/units'
import { vDraft } from '@/shared/forms/draft'
import {
  inPicture,
  lookAt,
  outlinePath,
  pulled,
  stationsFrom,
  stretched,
  type Spot,
} from './photograph'

const open = defineModel<boolean>({ required: true })
const { units } = useSession()
const { board, change } = useSheet()
const typed = useFieldErrors()
const picture = ref<{ file: File; url: string; wide: number; high: number } | null>(null)
const points = ref([
  { x: 0.1, y: 0.9 },
  { x: 0.9, y: 0.9 },
])
const apart = ref(1)
const turned = ref(false)
const found = ref<PhotographOut | null>(null)
const widths = ref<PhotographOut['widths']>([])
const fault = ref('')
const going = ref(false)
/** Nothing is looked for before somebody said where the known length lies. */
const touched = ref(false)
const frame = ref<SVGSVGElement | null>(null)
const WIDE = 880
/** What an arrow key pulls a width by [m]. */
const STEP_M = 0.002
const MOST_HIGH = 440
const scale = computed(() => {
  const of = picture.value
  return of ? Math.min(WIDE / of.wide, MOST_HIGH / of.high) : 1
})
const size = computed(() => ({
  wide: (picture.value?.wide ?? 0) * scale.value,
  high: (picture.value?.high ?? 0) * scale.value,
}))
const aparttext = computed(() => lengthText(apart.value, units.value))

function choose(file: File | undefined): void {
  if (!file) return
  const reader = new FileReader()
  reader.onload = () => {
    const url = reader.result as string
    const image = new Image()
    image.onload = () =>
      (picture.value = { file, url, wide: image.naturalWidth, high: image.naturalHeight })
    image.onerror = () => (fault.value = 'This is no picture that can be shown.')
    image.src = url
  }
  reader.readAsDataURL(file)
  fault.value = ''
  found.value = null
}

let asked = 0
let waiting: ReturnType<typeof setTimeout> | undefined
watch(
  [picture, points, apart, turned],
  () => {
    clearTimeout(waiting)
    if (picture.value && touched.value) waiting = setTimeout(() => void find(), 300)
  },
  { deep: true },
)

async function find(): Promise<void> {
  const of = picture.value
  const [a, b] = points.value
  if (!of || !a || !b) return
  const mine = ++asked
  going.value = true
  try {
    const said = await lookAt(of.file, [a, b], apart.value, turned.value)
    if (mine !== asked) return
    if ('error' in said) fault.value = said.error.message
    else {
      fault.value = ''
      found.value = said
      widths.value = said.widths.map((one) => ({ ...one }))
    }
  } catch {
    if (mine === asked) fault.value = 'The server does not answer.'
  }
  if (mine === asked) going.value = false
}

function takeApart(text: string): void {
  const read = readMeasure(text, units.value)
  if ('fault' in read) return typed.refuse('apart', text, read.fault)
  typed.accept('apart')
  touched.value = true
  apart.value = read.value
}

function place(event: PointerEvent): Spot {
  const box = frame.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  const held = (value: number) => Math.max(0, Math.min(1, value))
  return {
    x: held((event.clientX - box.left) / box.width),
    y: held((event.clientY - box.top) / box.height),
  }
}

/** What is dragged: one of the two points, or the end of a width. */
let dragging: { point: number } | { width: number } | null = null
function down(what: typeof dragging, event: PointerEvent): void {
  dragging = what
  touched.value = true
  frame.value?.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!dragging) return
  const at = place(event)
  if ('point' in dragging) points.value[dragging.point] = at
  else widen(dragging.width, at)
}
function nudge(i: number, event: KeyboardEvent): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
    event.key
  ]
  const point = points.value[i]
  if (!by || !point) return
  event.preventDefault()
  touched.value = true
  points.value[i] = {
    x: point.x + (by[0] ?? 0) / size.value.wide,
    y: point.y + (by[1] ?? 0) / size.value.high,
  }
}

/** The right end of a width goes where the hand is, along the width's own line. */
function widen(i: number, at: Spot): void {
  const one = widths.value[i]
  if (one) widths.value[i] = pulled(one, at, size.value)
}
function keyed(i: number, event: KeyboardEvent): void {
  const one = widths.value[i]
  const step = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
  if (!one || !step) return
  event.preventDefault()
  widths.value[i] = stretched(one, 1 + (step * STEP_M) / one.width_m)
}

const px = (point: readonly number[]) => inPicture(point, size.value)
const outline = computed(() => (found.value ? outlinePath(found.value.outline, size.value) : ''))
const off = computed(() => {
  const [of, now] = [found.value, board.value]
  return of && now ? of.length_m / now.length_m - 1 : 0
})
const says = computed(() => {
  const of = found.value
  if (!of) return ''
  const unsure =
    units.value === 'metric'
      ? `${(of.unsure_m * 1000).toFixed(0)} mm`
      : `${(of.unsure_m / 0.0254).toFixed(2)} in`
  return `${lengthText(of.length_m, units.value)} long, ${widthText(of.width_m, units.value)} wide; a width may be off by ${unsure}`
})

/** The widths go into the sheet; places along the board by its own length, which the tape knows better. */
function take(): void {
  const of = found.value
  if (!of) return
  change((draft) => {
    draft.board.stations = stationsFrom(draft.board, widths.value, of.length_m)
  })
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="940" aria-label="From a photograph">
    <div class="sheet photograph">
      <div class="head">
        <h2>From a photograph</h2>
        <FileButton
          accept="image/jpeg,image/png,image/webp"
          label="A picture of the board from above"
          says="choose a picture"
          @files="choose($event[0])"
        />
        <button type="button" class="plain" aria-label="Close" @click="open = false">×</button>
      </div>
      <p v-if="!picture" class="hint">
        Lay the board on something of another colour, a tape or a stick of known length beside it,
        and look straight down from as far as you can.
      </p>
      <template v-else>
        <svg
          ref="frame"
          :width="size.wide"
          :height="size.high"
          @pointermove="move"
          @pointerup="dragging = null"
          @pointercancel="dragging = null"
        >
          <image :href="picture.url" :width="size.wide" :height="size.high" />
          <path v-if="found" class="outline" :d="outline" />
          <g v-for="(one, i) in widths" :key="one.from_tail_m">
            <path class="across" :d="`M${px(one.left).join(',')}L${px(one.right).join(',')}`" />
            <circle
              class="end"
              r="5"
              role="slider"
              tabindex="0"
              :cx="px(one.right)[0]"
              :cy="px(one.right)[1]"
              :aria-label="`Width at ${lengthText(one.from_tail_m, units)}`"
              :aria-valuenow="Math.round(one.width_m * 1000)"
              :aria-valuetext="widthText(one.width_m, units)"
              @pointerdown.prevent="down({ width: i }, $event)"
              @keydown="keyed(i, $event)"
            />
          </g>
          <path
            class="scale"
            :d="`M${points.map((point) => px([point.x, point.y]).join(',')).join('L')}`"
          />
          <circle
            v-for="(point, i) in points"
            :key="i"
            class="point"
            r="8"
            role="slider"
            tabindex="0"
            :cx="px([point.x, point.y])[0]"
            :cy="px([point.x, point.y])[1]"
            :aria-label="`${i ? 'Second' : 'First'} end of the known length`"
            :aria-valuenow="Math.round(point.x * 1000)"
            @pointerdown.prevent="down({ point: i }, $event)"
            @keydown="nudge(i, $event)"
          />
        </svg>
        <div class="row">
          <label>
            <span class="label">from ring to ring</span>
            <input
              v-draft="typed.shown('apart', aparttext)"
              type="text"
              class="box"
              aria-label="From ring to ring"
              @change="takeApart(($event.target as HTMLInputElement).value)"
            />
          </label>
          <button type="button" class="plain link" :aria-pressed="turned" @click="turned = !turned">
            tail and nose are the other way round
          </button>
          <span v-if="typed.fault('apart')" class="fault">{{ typed.fault('apart') }}</span>
        </div>
        <div class="result">
          <p class="says" role="status">
            {{ going ? 'looking …' : says || 'Lay the two rings on the ends of what is known.' }}
          </p>
          <p v-for="one in found?.says ?? []" :key="one" class="fault">{{ one }}</p>
          <p v-if="found && Math.abs(off) > 0.015" class="fault">
            The picture makes the board {{ Math.abs(off * 100).toFixed(0) }} %
            {{ off > 0 ? 'longer' : 'shorter' }} than its line: look at the rings and at the length
            between them.
          </p>
          <p v-if="found" class="row">
            <button type="button" class="do take" @click="take">
              take {{ widths.length }} widths
            </button>
            <span class="hint">each can be pulled right, here or on the sheet</span>
          </p>
          <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        </div>
      </template>
      <p v-if="fault && !picture" class="fault" role="alert">{{ fault }}</p>
    </div>
  </v-dialog>
</template>

<style scoped>
div.head,
.row {
  display: flex;
  align-items: baseline;
  gap: 18px;
}
h2 {
  margin: 0;
  font: 600 20px var(--serif);
}
div.head button {
  margin-left: auto;
  font-size: 20px;
}
p {
  margin: 0;
}
svg {
  display: block;
  margin: 0 auto;
  touch-action: none;
  background: var(--bench);
}
.outline {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 2;
}
.across {
  stroke: #1d3a3c;
  stroke-dasharray: 3 3;
}
.end {
  fill: #fff;
  stroke: var(--pencil);
  stroke-width: 2;
  cursor: grab;
}
.point {
  fill: #ffffff66;
  stroke: #1d3a3c;
  stroke-width: 2.5;
  cursor: grab;
}
.scale {
  stroke: #1d3a3c;
  stroke-width: 1.5;
}
input[type='text'] {
  width: 90px;
}
label {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
/* What is said comes and goes; the picture under the hand stays where it is. */
.result {
  display: grid;
  gap: 8px;
  align-content: start;
  height: 118px;
  overflow-y: auto;
}
.hint {
  font-size: 13px;
  color: var(--soft-ink);
}
.says {
  font: 17px var(--serif);
}
</style>
