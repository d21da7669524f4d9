<script setup lang="ts">
// At the right: where the figures come from, what was done to them, what is remembered, what to mind.
import { smallText } from '@/shared/units/units'
import { computed } from 'vue'
import type { Break, Buoy, Calibrated, BreakClimate, Now } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { dayRank, faceSays, wholeShore, type DayMark } from '@/shared/units/waveMap'

const props = defineProps<{
  place: Break
  gives: BreakClimate
  now: Now | null
  buoy: Buoy | null
  calibrated: Calibrated | null
  seen: number
  marks: readonly DayMark[]
  body: number
  age: string
}>()
defineEmits<{ edit: []; seen: []; buoy: [] }>()
const { words, units, faces } = useSession()

const compass = (deg: number) => `${Math.round((deg + 360) % 360)}°`
const pool = computed(() => {
  const sum = (props.place.settings ?? []).reduce((all, one) => all + one.share, 0)
  return (props.place.settings ?? []).map(
    (one) =>
      `${one.name}: ${faceSays(one.face_m, words.value, props.body, units.value, faces.value)}, ${one.steepness}, ${Math.round((one.share / sum) * 100)} %`,
  )
})
const from = computed(() => {
  const climate = props.gives.climate
  const rows: string[] = []
  if (props.buoy) {
    const far = props.place.shore?.buoy_km
    rows.push(far ? `${props.buoy.name} buoy, ${far} km off` : `${props.buoy.name} buoy`)
  }
  if (climate) {
    const years =
      climate.years >= 1.5
        ? `${climate.years.toFixed(0)} years`
        : `${Math.round(climate.years * 12)} months`
    rows.push(`${years} by the hour, ${Math.round(climate.missing * 100)} % missing`)
  }
  if (props.now?.at && props.age) rows.push(`last hour ${props.age} ago`)
  if (!climate && !props.gives.river && !pool.value.length) rows.push('as remembered')
  return rows
})
const toShore = computed(() => {
  const shore = wholeShore(props.place.shore)
  if (!shore) return []
  const [a, b] = [-1, 1].map((side) => compass(shore.faces_deg + side * shore.window_deg))
  const rows = [`open ${a} to ${b}, factor ${shore.exposure.toFixed(2)}`]
  if (shore.tides.length)
    rows.push(`works on ${shore.tides.join(' and ')} tide${shore.going ? `, ${shore.going}` : ''}`)
  const found = props.calibrated
  if (found && Math.abs(found.exposure / found.exposure_was - 1) > 0.01)
    rows.push(`${found.used} days that were noted here say ${found.exposure.toFixed(2)} instead`)
  else if (props.seen) rows.push(`${props.seen} days noted agree`)
  return rows
})
const remembered = computed(() =>
  props.marks.map((mark) => {
    const size = faceSays(mark.face_m, words.value, props.body, units.value, faces.value)
    return `${mark.says}: ${size}${mark.share === null ? '' : `, ${dayRank(mark.share)}`}`
  }),
)
const real = computed(() => {
  const climate = props.gives.climate
  if (!climate) return []
  const say = (face: number) => faceSays(face, words.value, props.body, units.value, faces.value)
  return [
    `small ${say(climate.small_m)}, usual ${say(climate.usual_m)}, big ${say(climate.big_m)}`,
    `mostly ${climate.steepness}`,
  ]
})
const model = computed(() => {
  const rows: string[] = []
  const water = props.gives.water
  if (water.bins?.length) rows.push(`${water.bins.length} bins of height and steepness`)
  if (water.crowd) rows.push(`crowd ${water.crowd}`)
  if (props.gives.climate) rows.push(`chop ${smallText(props.gives.climate.chop_m, units.value)}`)
  const foam = props.gives.foam_m
  if (foam)
    rows.push(
      `foam for first lessons ${smallText(foam[0], units.value)} to ${smallText(foam[2], units.value)}`,
    )
  return rows
})
const groups = computed(() =>
  [
    { name: 'Really gives', rows: real.value },
    { name: 'Settings', rows: pool.value },
    { name: 'From', rows: from.value },
    { name: 'To this shore', rows: toShore.value },
    { name: 'Remembered', rows: remembered.value },
    { name: 'Water for a fitting', rows: model.value },
    { name: 'Mind', rows: props.place.mind ? props.place.mind.split(/;\s*/) : [] },
  ].filter((group) => group.rows.length),
)
</script>

<template>
  <aside class="facts" aria-label="About this water">
    <section v-for="group in groups" :key="group.name">
      <h2>{{ group.name }}</h2>
      <p v-for="row in group.rows" :key="row">{{ row }}</p>
    </section>
    <p v-if="now?.says" class="fault" role="status">{{ now.says }}</p>
    <p class="do-this">
      <button v-may="'know the water'" type="button" class="plain link" @click="$emit('edit')">
        edit
      </button>
      <button
        v-if="place.kind === 'sea'"
        v-may="'know the water'"
        type="button"
        class="plain link"
        @click="$emit('seen')"
      >
        note a day
      </button>
      <button
        v-if="place.kind === 'sea' || place.kind === 'river'"
        v-may="'know the water'"
        type="button"
        class="plain link"
        @click="$emit('buoy')"
      >
        {{ place.kind === 'river' ? 'gauge' : 'buoy' }}
      </button>
      <a :href="`/api/breaks/${place.id}/break.json`" download>JSON</a>
      <a v-if="gives.water.bins?.length" :href="`/api/breaks/${place.id}/waves.csv`" download
        >CSV</a
      >
    </p>
  </aside>
</template>

<style scoped>
.facts {
  display: flex;
  flex-direction: column;
  gap: 9px;
  padding: 10px 14px;
  background: var(--foam);
  border: 1px solid var(--hairline);
  overflow-y: auto;
  font-size: 13.5px;
}
h2 {
  margin: 0 0 1px;
  font: 600 13px var(--sans);
  color: var(--faint);
}
p {
  margin: 0;
}
.do-this a {
  padding: 2px 4px;
}
.do-this {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  margin-top: auto;
}
@media (max-width: 1100px) {
  .facts {
    gap: 6px;
    padding: 6px 12px;
    font-size: 13px;
  }
  .do-this {
    gap: 1px 8px;
  }
}
</style>
