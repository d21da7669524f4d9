<script setup lang="ts">
// What was seen: note a day; below, each day as seen and as said, before and after; take the new factor or not.
import { computed, reactive, ref } from 'vue'
import type { Break } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { breakIn, useWater } from './waterState'
import { dayText, readDay } from '@/shared/units/days'
import { heightOf, readFace } from '@/shared/units/units'
import { needed, useFaults, Wrong } from './fields'
import { vFocused } from '@/shared/keys/focused'

const props = defineProps<{ place: Break }>()
const emit = defineEmits<{ close: []; saved: [id: number] }>()
const { words, units, faces } = useSession()
const { water, note, strike, save } = useWater()
const BODY_M = 1.75
const now = new Date()
const form = reactive({
  day: dayText(now),
  hour: String(now.getHours()),
  face: '',
  steepness: '',
})
const { faults, take, clear } = useFaults(['day', 'hour', 'face_m', 'steepness'])
const busy = ref(false)

async function add(): Promise<void> {
  clear()
  busy.value = true
  try {
    if (!words.value) return
    const read = readFace(form.face, words.value, BODY_M, faces.value, units.value)
    if ('fault' in read) throw new Wrong('face_m', read.fault)
    const day = readDay(form.day)
    if ('fault' in day) throw new Wrong('day', day.fault)
    await note({
      day: day.value,
      hour: needed(form.hour, 'hour'),
      face_m: read.value,
      steepness: (form.steepness || null) as never,
    })
    Object.assign(form, { face: '', steepness: '' })
  } catch (error) {
    take(error)
  } finally {
    busy.value = false
  }
}

const found = computed(() => water.calibrated)
const rows = computed(() => {
  const at = new Map(
    (found.value?.before ?? []).map((row, i) => [`${row.day}${row.hour}${row.seen_m}`, i]),
  )
  return water.seen.map((row) => {
    const i = at.get(`${row.day}${row.hour}${row.face_m}`)
    return {
      ...row,
      before: i === undefined ? null : (found.value?.before[i]?.face_m ?? null),
      after: i === undefined ? null : (found.value?.after[i]?.face_m ?? null),
    }
  })
})
const most = computed(
  () =>
    Math.max(1, ...rows.value.flatMap((row) => [row.face_m, row.before ?? 0, row.after ?? 0])) *
    1.06,
)
const x = (metres: number) => (metres / most.value) * 260
const off = (share: number) => `${Math.round(Math.expm1(share) * 100)} %`
const says = computed(() => {
  const of = found.value
  if (!of) return ''
  const slope = (value: number) => `1 in ${Math.round(1 / value)}`
  return `Factor ${of.exposure_was.toFixed(2)} → ${of.exposure.toFixed(2)}, give or take ${of.exposure_sd.toFixed(2)}; bottom ${slope(of.bottom_slope_was)} → ${slope(of.bottom_slope)}. Off by ${off(of.off_before)} before, ${off(of.off_after)} after, over ${of.used} days${of.unused ? `; ${of.unused} in hours of which the buoy has told nothing` : ''}.`
})

async function accept(): Promise<void> {
  const of = found.value
  const shore = props.place.shore
  if (!of || !shore) return
  busy.value = true
  clear()
  try {
    const moved = {
      ...shore,
      exposure: Math.round(of.exposure * 1000) / 1000,
      bottom_slope: Math.round(of.bottom_slope * 10000) / 10000,
    }
    emit('saved', (await save({ ...breakIn(props.place), shore: moved }, props.place.id)).id)
  } catch (error) {
    take(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="760"
    aria-label="What was seen"
    @update:model-value="$emit('close')"
  >
    <div class="sheet">
      <div class="over">
        <h1>Seen at {{ place.name }}</h1>
        <button type="button" class="plain link" @click="$emit('close')">close</button>
      </div>
      <form class="add" @submit.prevent="add">
        <v-text-field
          v-model="form.day"
          label="Day"
          placeholder="2026-05-31"
          :error-messages="faults.day"
        />
        <v-text-field v-model="form.hour" label="Hour (0–23)" :error-messages="faults.hour" />
        <v-text-field
          v-model="form.face"
          v-focused
          label="Face"
          placeholder="waist, 0.9, 3 ft"
          :error-messages="faults.face_m"
        />
        <v-select v-model="form.steepness" label="How steep" clearable :items="words?.steepness" />
        <button type="submit" class="do" :disabled="busy || !form.face.trim()">Note</button>
      </form>
      <p v-if="says" class="says" role="status">{{ says }}</p>
      <p v-else-if="water.seen.length || water.calibrateFault" class="hint">
        {{ water.calibrateFault }}
      </p>
      <p v-if="found" class="end">
        <button type="button" class="do take" :disabled="busy" @click="accept">
          Take the new factor
        </button>
        <span class="hint">tickets keep the water that they have</span>
      </p>
      <p v-if="faults['*']" class="fault" role="alert">{{ faults['*'] }}</p>
      <div class="list">
        <div v-for="row in rows" :key="row.id" class="row">
          <span>{{ row.day }} {{ String(row.hour).padStart(2, '0') }}:00</span>
          <span>{{ heightOf(row.face_m, units) }} {{ row.steepness ?? '' }}</span>
          <svg
            width="270"
            height="22"
            role="img"
            :aria-label="
              row.before === null
                ? 'nothing from the buoy'
                : `said ${heightOf(row.before, units)} before, ${heightOf(row.after ?? 0, units)} after`
            "
          >
            <path class="axis" d="M0,11H264" />
            <path
              v-if="row.before !== null && row.after !== null"
              class="moved"
              :d="`M${x(row.before)},11H${x(row.after)}`"
            />
            <circle v-if="row.before !== null" class="before" :cx="x(row.before)" cy="11" r="4" />
            <circle v-if="row.after !== null" class="after" :cx="x(row.after)" cy="11" r="4" />
            <path class="seen" :d="`M${x(row.face_m)},3V19`" />
          </svg>
          <button
            type="button"
            class="plain"
            :aria-label="`Strike ${row.day} out`"
            @click="strike(row.id)"
          >
            ×
          </button>
        </div>
        <p v-if="rows.length" class="hint">
          <svg width="14" height="14" aria-hidden="true"><path class="seen" d="M7,0V14" /></svg>
          seen
          <svg width="14" height="12" aria-hidden="true">
            <circle class="before" cx="7" cy="6" r="4" />
          </svg>
          said before
          <svg width="14" height="12" aria-hidden="true">
            <circle class="after" cx="7" cy="6" r="4" />
          </svg>
          said after
        </p>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped src="./SeenDialog.css"></style>
