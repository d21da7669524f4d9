<script setup lang="ts">
// Edit a break: its name, how it lies to the sea, its tide and buoy; a river's rating; a pool's settings; or take
// one in from a file.
import { computed, reactive, ref } from 'vue'
import type { Break, BreakIn } from '../../api/client'
import { useSession } from '../../state/session'
import { breakIn, useWater } from '../../state/water'
import { faceText, readFace } from '../../units'
import { needed, numberOf, useFaults, Wrong } from './fields'
import { vFocused } from '../../focused'

const props = defineProps<{ place: Break | null }>()
const emit = defineEmits<{ close: []; saved: [id: number] }>()
const { words, units } = useSession()
const { water, save, bringIn, saveBuoy } = useWater()
const KINDS = { sea: 'sea', river: 'river wave', pool: 'wave pool', white_water: 'white water' }
const BODY_M = 1.75

const { faults, take, clear } = useFaults([
  'name', 'small_m', 'usual_m', 'big_m', 'shore.faces_deg', 'shore.window_deg', 'shore.exposure', 'shore.bottom_slope',
  'shore.latitude_deg', 'shore.longitude_deg', 'shore.utc_offset_h', 'shore.buoy_km', 'tide_table', 'river', 'settings', 'buoy',
]) // prettier-ignore
const text = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : String(value)
const face = (metres: number | null | undefined) =>
  metres === null || metres === undefined || !words.value
    ? ''
    : faceText(metres, words.value, BODY_M, units.value, 'face').replace(' face', '')
const of = props.place
const form = reactive({
  name: of?.name ?? '',
  about: of?.about ?? '',
  mind: of?.mind ?? '',
  kind: of?.kind ?? 'sea',
  small_m: face(of?.small_m),
  usual_m: face(of?.usual_m),
  big_m: face(of?.big_m),
  steepness: of?.steepness ?? '',
  bottom: of?.bottom ?? '',
  crowd: of?.crowd ?? '',
  faces_deg: text(of?.shore?.faces_deg),
  window_deg: text(of?.shore?.window_deg ?? (of ? null : 40)),
  exposure: text(of?.shore?.exposure),
  bottom_slope: of?.shore?.bottom_slope ? String(Math.round(1 / of.shore.bottom_slope)) : '',
  latitude_deg: text(of?.shore?.latitude_deg),
  longitude_deg: text(of?.shore?.longitude_deg),
  utc_offset_h: text(of?.shore?.utc_offset_h),
  buoy_km: text(of?.shore?.buoy_km),
  tides: [...(of?.shore?.tides ?? [])] as string[],
  going: of?.shore?.going ?? '',
  buoy_id: of?.buoy_id ?? null,
  new_buoy: '',
  tide: (of?.tide_table?.constants ?? [])
    .map((c) => `${c.name} ${c.amplitude_m} ${c.phase_deg}`)
    .join('\n'),
  tide_mean: text(of?.tide_table?.mean_m),
  rating: (of?.river?.rating ?? [])
    .map((r) => [r.flow_m3_s, r.speed_m_s, r.depth_m, r.face_m, r.slope, r.aeration].join(' '))
    .join('\n'),
  low: text(of?.river?.low_m3_s),
  high: text(of?.river?.high_m3_s),
  settings: (of?.settings ?? [])
    .map((s) => `${s.name}; ${s.face_m}; ${s.steepness}; ${s.share}`)
    .join('\n'),
})
const ROUNDED = form.bottom_slope
const saving = ref(false)
const title = computed(() => (of ? `Edit ${of.name}` : 'A new break'))
const THIRDS = ['low', 'mid', 'high']

function faceOf(name: 'small_m' | 'usual_m' | 'big_m'): number | null {
  if (!form[name].trim() || !words.value) return null
  const unchanged = of && form[name] === face(of[name])
  if (unchanged) return of[name] ?? null
  const read = readFace(form[name], words.value, BODY_M)
  if ('fault' in read) throw new Wrong(name, read.fault)
  return read.value
}

function shore(): BreakIn['shore'] {
  if (!form.faces_deg.trim()) return null
  const share = needed(form.bottom_slope || '33', 'shore.bottom_slope')
  if (share <= 0)
    throw new Wrong('shore.bottom_slope', 'has to be more than 0: 20 stands for 1 in 20')
  return {
    faces_deg: needed(form.faces_deg, 'shore.faces_deg'),
    window_deg: numberOf(form.window_deg, 'shore.window_deg') ?? 40,
    exposure: numberOf(form.exposure, 'shore.exposure') ?? 1,
    // One in so many is rounded: what was not touched stays as it was.
    bottom_slope:
      form.bottom_slope === ROUNDED ? (of?.shore?.bottom_slope ?? 1 / share) : 1 / share,
    tides: form.tides as NonNullable<BreakIn['shore']>['tides'],
    going: (form.going || null) as NonNullable<BreakIn['shore']>['going'],
    latitude_deg: numberOf(form.latitude_deg, 'shore.latitude_deg') ?? 45,
    longitude_deg: numberOf(form.longitude_deg, 'shore.longitude_deg') ?? 0,
    utc_offset_h: numberOf(form.utc_offset_h, 'shore.utc_offset_h') ?? 0,
    buoy_km: numberOf(form.buoy_km, 'shore.buoy_km') ?? 0,
  }
}

/** Lines of words and numbers, as they are typed into a table's field. */
function linesOf(typed: string, field: string, columns: number, mark: RegExp): string[][] {
  return typed
    .split('\n')
    .filter((line) => line.trim())
    .map((line, i) => {
      const cells = line.trim().split(mark)
      if (cells.length < columns)
        throw new Wrong(field, `line ${i + 1} has ${cells.length} of ${columns} figures`)
      return cells
    })
}

function tide(): BreakIn['tide_table'] {
  const rows = linesOf(form.tide, 'tide_table', 3, /[\s,;]+/)
  if (!rows.length) return null
  return {
    name: of?.tide_table?.name ?? '',
    mean_m: numberOf(form.tide_mean, 'tide_table') ?? 0,
    constants: rows.map(([name = '', size = '', late = '']) => ({
      name: name.toUpperCase() as never,
      amplitude_m: needed(size, 'tide_table'),
      phase_deg: needed(late, 'tide_table'),
    })),
  }
}

function river(): BreakIn['river'] {
  const rows = linesOf(form.rating, 'river', 4, /[\s;]+/)
  if (!rows.length) return null
  const cell = (row: string[], i: number) => needed(row[i] ?? '', 'river')
  return {
    low_m3_s: needed(form.low, 'river'),
    high_m3_s: needed(form.high, 'river'),
    rating: rows.map((row) => ({
      flow_m3_s: cell(row, 0),
      speed_m_s: cell(row, 1),
      depth_m: cell(row, 2),
      face_m: cell(row, 3),
      slope: row[4] ? cell(row, 4) : 0.27,
      aeration: row[5] ? cell(row, 5) : 0,
    })),
  }
}

function settings(): BreakIn['settings'] {
  return linesOf(form.settings, 'settings', 4, /\s*;\s*/).map(
    ([name = '', high = '', steep = '', share = '']) => ({
      name,
      face_m: needed(high, 'settings'),
      steepness: steep as never,
      share: needed(share, 'settings'),
    }),
  )
}

async function go(): Promise<void> {
  saving.value = true
  clear()
  try {
    let buoy_id = form.buoy_id
    if (form.new_buoy.trim()) {
      const name = form.new_buoy.trim()
      buoy_id = (await saveBuoy(name, '', null)).id
      Object.assign(form, { buoy_id, new_buoy: '' })
    }
    const sea = form.kind === 'sea' || form.kind === 'white_water'
    const given = {
      ...(of ? breakIn(of) : {}),
      name: form.name,
      about: form.about,
      mind: form.mind,
      kind: form.kind,
      small_m: form.kind === 'river' ? null : faceOf('small_m'),
      usual_m: faceOf('usual_m'),
      big_m: form.kind === 'river' ? null : faceOf('big_m'),
      steepness: form.steepness || null,
      bottom: form.bottom || null,
      crowd: form.crowd || null,
      shore: sea ? shore() : null,
      tide_table: sea ? tide() : null,
      river: form.kind === 'river' ? river() : null,
      settings: form.kind === 'pool' ? settings() : [],
      buoy_id: sea ? buoy_id : null,
    } as BreakIn
    emit('saved', (await save(given, of?.id ?? null)).id)
  } catch (error) {
    take(error)
  } finally {
    saving.value = false
  }
}

async function file(chosen: File | undefined): Promise<void> {
  if (!chosen) return
  clear()
  try {
    emit('saved', (await bringIn(JSON.parse(await chosen.text()))).id)
  } catch (error) {
    if (error instanceof SyntaxError) faults['*'] = `${chosen.name} is no JSON: ${error.message}`
    else take(error)
  }
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="860"
    :aria-label="title"
    @update:model-value="$emit('close')"
  >
    <form class="sheet" @submit.prevent="go">
      <div class="over">
        <h1>{{ title }}</h1>
        <label v-if="!of" class="from">
          or from a file
          <input
            type="file"
            accept="application/json"
            aria-label="A break as JSON"
            @change="file(($event.target as HTMLInputElement).files?.[0])"
          />
        </label>
      </div>
      <div class="grid">
        <v-text-field v-model="form.name" v-focused label="Name" :error-messages="faults.name" />
        <v-text-field v-model="form.about" label="In a few words" />
        <v-select
          v-model="form.kind"
          label="Kind"
          :items="Object.entries(KINDS).map(([value, title]) => ({ value, title }))"
        />
        <v-text-field
          v-model="form.mind"
          class="wide"
          label="What to mind there, between semicolons"
        />
      </div>
      <div class="grid">
        <v-text-field
          v-if="form.kind !== 'river'"
          v-model="form.small_m"
          label="Small day as remembered"
          placeholder="thigh, 0.6, 2 ft"
          :error-messages="faults.small_m"
        />
        <v-text-field
          v-model="form.usual_m"
          label="Usual day"
          placeholder="waist, 0.9, 3 ft"
          :error-messages="faults.usual_m"
        />
        <v-text-field
          v-if="form.kind !== 'river'"
          v-model="form.big_m"
          label="Big day"
          placeholder="head, 1.7, 6 ft"
          :error-messages="faults.big_m"
        />
        <v-select
          v-model="form.steepness"
          label="How steep"
          clearable
          :items="[...(words?.steepness ?? [])]"
        />
        <v-select
          v-model="form.bottom"
          label="Bottom"
          clearable
          :items="['sand', 'rock', 'reef', 'built']"
        />
        <v-select v-model="form.crowd" label="Crowd" clearable :items="['low', 'medium', 'high']" />
      </div>
      <template v-if="form.kind === 'sea' || form.kind === 'white_water'">
        <p class="label">To the sea: leave “looks to” empty where only remembered days are known</p>
        <div class="grid four">
          <v-text-field
            v-model="form.faces_deg"
            label="Looks to (° from north)"
            :error-messages="faults['shore.faces_deg']"
          />
          <v-text-field
            v-model="form.window_deg"
            label="Open so far to each side (°)"
            :error-messages="faults['shore.window_deg']"
          />
          <v-text-field
            v-model="form.exposure"
            label="Exposure (share that comes in)"
            :error-messages="faults['shore.exposure']"
          />
          <v-text-field
            v-model="form.bottom_slope"
            label="Bottom rises 1 in"
            placeholder="33"
            :error-messages="faults['shore.bottom_slope']"
          />
          <v-text-field
            v-model="form.latitude_deg"
            label="Latitude °N"
            :error-messages="faults['shore.latitude_deg']"
          />
          <v-text-field
            v-model="form.longitude_deg"
            label="Longitude °E"
            :error-messages="faults['shore.longitude_deg']"
          />
          <v-text-field
            v-model="form.utc_offset_h"
            label="Clock ahead of UTC (h)"
            :error-messages="faults['shore.utc_offset_h']"
          />
          <v-text-field
            v-model="form.buoy_km"
            label="Buoy lies off (km)"
            :error-messages="faults['shore.buoy_km']"
          />
          <v-select
            v-model="form.buoy_id"
            label="Buoy"
            clearable
            :items="water.buoys"
            item-title="name"
            item-value="id"
          />
          <v-text-field
            v-model="form.new_buoy"
            label="or a new buoy called"
            :error-messages="faults.buoy"
          />
          <v-select
            v-model="form.tides"
            label="Works on tide"
            multiple
            :items="THIRDS"
            placeholder="all"
          />
          <v-select v-model="form.going" label="Going" clearable :items="['rising', 'falling']" />
        </div>
        <div class="grid">
          <v-textarea
            v-model="form.tide"
            class="wide"
            rows="2"
            label="Tide: constant, metres, degrees; one a line"
            placeholder="M2 1.45 112"
            :error-messages="faults.tide_table"
          />
          <v-text-field v-model="form.tide_mean" label="Mean level (m)" />
        </div>
      </template>
      <div v-if="form.kind === 'river'" class="grid">
        <v-textarea
          v-model="form.rating"
          class="wide"
          rows="4"
          label="Rating: flow m³/s, speed m/s, depth m, face m, slope, air; one a line"
          placeholder="18 2.7 0.5 0.62 0.27 0.02"
          :error-messages="faults.river"
        />
        <div>
          <v-text-field v-model="form.low" label="Works from (m³/s)" />
          <v-text-field v-model="form.high" label="to (m³/s)" />
        </div>
      </div>
      <v-textarea
        v-if="form.kind === 'pool'"
        v-model="form.settings"
        rows="4"
        label="Settings: name; face m; how steep; share of the sessions; one a line"
        placeholder="first turns; 1.0; soft; 3"
        :error-messages="faults.settings"
      />
      <p v-if="faults['*']" class="fault" role="alert">{{ faults['*'] }}</p>
      <p class="end">
        <button type="submit" class="do" :disabled="saving">
          {{ saving ? 'saving …' : 'Keep' }}
        </button>
        <button type="button" class="plain link" @click="$emit('close')">leave as it was</button>
      </p>
    </form>
  </v-dialog>
</template>

<style scoped>
.sheet {
  max-height: 88vh;
  overflow-y: auto;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 14px 18px;
}
.four {
  grid-template-columns: repeat(4, minmax(0, 1fr));
}
.wide {
  grid-column: span 2;
}
.end {
  display: flex;
  gap: 18px;
  align-items: baseline;
}
p {
  margin: 0;
}
.from {
  font-size: 13px;
}
@media (max-width: 700px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
  .wide {
    grid-column: auto;
  }
}
</style>
