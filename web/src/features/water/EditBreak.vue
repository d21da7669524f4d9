<script setup lang="ts">
// Edit a break: its name, how it lies to the sea, its tide and buoy; a river's rating; a pool's settings; or take
// one in from a file.
import { computed, ref } from 'vue'
import FileButton from '@/shared/shell/FileButton.vue'
import { WATER_BOTTOM_WORDS, WATER_CROWD_WORDS } from '@/shared/api/allowed'
import type { Break } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useWater } from './waterState'
import { faceText, readFace } from '@/shared/units/units'
import { breakOf, typedOf } from './breakForm'
import { useFaults } from './fields'
import ShoreFields from './ShoreFields.vue'
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
const form = ref({ ...first })
const saving = ref(false)
/** Constituents of the list that are not worked out here, as they were named when it was taken. */
const leftOut = of?.tide_table?.left_out ?? []
const title = computed(() => (of ? `Edit ${of.name}` : 'A new break'))

async function go(): Promise<void> {
  saving.value = true
  clear()
  try {
    const named = form.value.new_buoy.trim()
    if (named)
      Object.assign(form.value, { buoy_id: (await saveBuoy({ name: named })).id, new_buoy: '' })
    const { value: ready } = words
    if (!ready) return
    const given = breakOf(form.value, first, of, (typed) =>
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
        <v-select v-model="form.steepness" label="How steep" clearable :items="words?.steepness" />
        <v-select v-model="form.bottom" label="Bottom" clearable :items="WATER_BOTTOM_WORDS" />
        <v-select v-model="form.crowd" label="Crowd" clearable :items="WATER_CROWD_WORDS" />
      </div>
      <ShoreFields
        v-if="form.kind === 'sea' || form.kind === 'white_water'"
        v-model:form="form"
        :faults="faults"
        :buoys="water.buoys"
        :left-out="leftOut"
      />
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

<style scoped src="./EditBreak.css"></style>
