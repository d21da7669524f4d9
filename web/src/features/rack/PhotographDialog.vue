<script setup lang="ts">
// The outline out of one photograph. To be read in five seconds: is the line on the board's edge, how long it
// makes the board, how far a width may be off.
import { computed, ref, watch } from 'vue'
import FileButton from '@/shared/shell/FileButton.vue'
import { NO_ANSWER, type PhotographOut } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useSheet } from './sheet'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { lengthText, readMeasure, widthText } from '@/shared/units/units'
import { vDraft } from '@/shared/forms/draft'
import PhotographMarks from './PhotographMarks.vue'
import { lookAt, stationsFrom } from './photograph'

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
const WIDE = 880
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
    if (mine === asked) fault.value = NO_ANSWER
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
        <PhotographMarks
          v-model:points="points"
          v-model:widths="widths"
          :url="picture.url"
          :size="size"
          :outline="found?.outline ?? []"
          @touch="touched = true"
        />
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

<style scoped src="./PhotographDialog.css"></style>
