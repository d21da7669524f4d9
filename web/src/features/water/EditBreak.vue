<script setup lang="ts">
// Edit a break: its name, how it lies to the sea, its tide and buoy; a river's rating; a pool's settings; or take
// one in from a file.
import { computed, reactive, ref } from 'vue'
import FileButton from '@/shared/shell/FileButton.vue'
import type { Break } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useWater } from './waterState'
import { faceText, readFace } from '@/shared/units/units'
import { breakOf, typedOf } from './breakForm'
import { useFaults } from './fields'
import { vFocused } from '@/shared/keys/focused'

const props = defineProps<{ place: Break | null }>()
const emit = defineEmits<{ close: []; saved: [id: number] }>()
const { words, units, faces } = useSession()
/** Heights are written as figures; from behind where that is the habit. */
const as = computed(() => (faces.value === 'back' ? 'back' : 'face'))
const { water, save, bringIn, saveBuoy } = useWater()
const KINDS = { sea: 'sea', river: 'river wave', pool: 'wave pool', white_water: 'white water' }
const BODY_M = 1.75

const { faults, take, clear } = useFaults([
  'name', 'small_m', 'usual_m', 'big_m', 'shore.faces_deg', 'shore.window_deg', 'shore.exposure', 'shore.bottom_slope',
  'shore.latitude_deg', 'shore.longitude_deg', 'shore.utc_offset_h', 'shore.buoy_km', 'tide_table', 'river', 'settings', 'buoy',
]) // prettier-ignore
const face = (metres: number | null | undefined) =>
  metres === null || metres === undefined || !words.value
    ? ''
    : faceText(metres, words.value, BODY_M, units.value, as.value).replace(' face', '')
const of = props.place
const first = typedOf(of, face)
const form = reactive({ ...first })
const saving = ref(false)
/** Constituents of the list that are not worked out here, as they were named when it was taken. */
const leftOut = of?.tide_table?.left_out ?? []
const title = computed(() => (of ? `Edit ${of.name}` : 'A new break'))
const THIRDS = ['low', 'mid', 'high']

async function go(): Promise<void> {
  saving.value = true
  clear()
  try {
    const named = form.new_buoy.trim()
    if (named) Object.assign(form, { buoy_id: (await saveBuoy({ name: named })).id, new_buoy: '' })
    const { value: ready } = words
    if (!ready) return
    const given = breakOf(form, first, of, (typed) =>
      readFace(typed, ready, BODY_M, faces.value, units.value),
    )
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
        <div v-if="!of" class="from">
          or from a file
          <FileButton accept="application/json" label="A break as JSON" @files="file($event[0])" />
        </div>
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
          <v-select
            v-model="form.sa_from"
            label="Phase of SA counted from"
            :items="[
              { title: 'the equinox, as most tables', value: 'equinox' },
              { title: 'the perihelion', value: 'perihelion' },
            ]"
          />
          <p v-if="leftOut.length" class="hint" data-left-out>
            not worked out here, left out: {{ leftOut.join(', ') }}
          </p>
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
