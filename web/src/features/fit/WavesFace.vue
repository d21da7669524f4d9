<script setup lang="ts">
// The map of waves: face height up, steepness across; how much of the waves there become rides. To be read in
// five seconds: where this board works, and whether the remembered days lie there.
import { computed, ref } from 'vue'
import type { Ride } from '@/shared/api/client'
import { useBoardDetails } from './boardDetails'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { faceWord } from '@/shared/units/units'
import { useSize } from '@/shared/drawing/size'

const { answer, assumed, body, version, water } = useTicket()
const { words } = useSession()
const { closer } = useBoardDetails()
const [LEFT, TOP, FOOT] = [56, 20, 22]
const frame = ref<HTMLElement | null>(null)
const size = useSize(frame, { width: 596, height: 180 })
const wide = computed(() => (size.width - 8) / 2)
const across_px = computed(() => wide.value - LEFT - 14)
const up_px = computed(() => size.height - TOP - FOOT)
/** Words on the way across: those between would run into each other. */
const NAMED = ['crumbly', 'average', 'hollow']

const steep = computed(
  () => water.value.steepness ?? String(assumed.value.get('water.steepness') ?? 'average'),
)
const stale = computed(() => closer.faces?.version !== version.value)

interface Map {
  title: string
  ride: Ride
}
const maps = computed<Map[]>(() => {
  const of = (title: string, ride: Ride | null | undefined) =>
    ride?.coverage ? [{ title, ride }] : []
  const bench = answer.value?.bench
  return [
    ...of(bench?.board.name || bench?.board.family || '', closer.faces?.bench),
    ...of('rides now', closer.faces?.present),
  ]
})

/** Heights and slopes lie evenly in their logarithms. */
function across(slope: number, slopes: readonly number[]): number {
  const [low, high] = [slopes[0] ?? 0.2, slopes[slopes.length - 1] ?? 1.2]
  return LEFT + (Math.log(slope / low) / Math.log(high / low)) * across_px.value
}

function up(face: number, faces: readonly number[]): number {
  const [low, high] = [faces[0] ?? 0.25, faces[faces.length - 1] ?? 4]
  return TOP + up_px.value - (Math.log(face / low) / Math.log(high / low)) * up_px.value
}

function cells(ride: Ride) {
  const map = ride.coverage
  if (!map) return []
  const [rows, columns] = [map.face_m.length, map.steepness.length]
  const [w, h] = [across_px.value / (columns - 1), up_px.value / (rows - 1)]
  const most = Math.max(0.05, ...map.works.flat())
  return map.works.flatMap((line, i) =>
    line.map((works, j) => ({
      x: across(map.steepness[j] ?? 1, map.steepness) - w / 2,
      y: up(map.face_m[i] ?? 1, map.face_m) - h / 2,
      w,
      h,
      works: works / most,
      says: `${Math.round(works * 100)}% of such waves become rides`,
    })),
  )
}

const heights = computed(() =>
  (words.value?.heights ?? []).filter((row) =>
    ['knee', 'waist', 'head', 'double overhead'].includes(row.word),
  ),
)
const days = computed(() => {
  const usual = water.value.usual_m ?? Number(assumed.value.get('water.usual_m') ?? 0)
  const of = (word: string, face: number | null | undefined) => (face ? [{ word, face }] : [])
  return [
    ...of('small', water.value.small_m),
    ...of('usual', usual),
    ...of('big', water.value.big_m),
  ]
})

const says = computed(() => {
  const ride = maps.value[0]?.ride
  if (!ride) return ''
  const best = ride.best_day
  const where = best && words.value ? faceWord(best.face_m, words.value, body.value) : ''
  const share = Math.round((ride.ridden_share ?? 0) * 100)
  const day = best ? `; best on ${where} high days: ${Math.round(best.works * 100)}%` : ''
  return `${share}% of the waves here become rides${day}.`
})
const least = computed(() => closer.faces?.bench?.least_flow_m_s ?? null)
</script>

<template>
  <div class="waves" :class="{ stale }" :data-stale="stale">
    <p v-if="!maps.length" class="nothing">
      <template v-if="closer.faults.faces">{{ closer.faults.faces }}</template>
      <template v-else-if="water.kind === 'river'">
        A river has one wave.{{ least ? ` This board stays on from ${least.toFixed(1)} m/s.` : '' }}
      </template>
      <template v-else>Mass and what they can do give the map.</template>
    </p>
    <template v-else>
      <div ref="frame" class="maps">
        <svg
          v-for="map in maps"
          :key="map.title"
          :viewBox="`0 0 ${wide} ${size.height}`"
          role="img"
        >
          <title>{{ map.title }}: which waves become rides</title>
          <text :x="LEFT" y="13" class="title">{{ map.title }}</text>
          <g>
            <rect
              v-for="(cell, i) in cells(map.ride)"
              :key="i"
              :x="cell.x"
              :y="cell.y"
              :width="cell.w + 0.4"
              :height="cell.h + 0.4"
              class="cell"
              :fill-opacity="cell.works"
            >
              <title>{{ cell.says }}</title>
            </rect>
          </g>
          <g v-for="row in heights" :key="row.word">
            <text
              :x="LEFT - 8"
              :y="up(row.share * body, map.ride.coverage!.face_m) + 4"
              class="end"
            >
              {{ row.word === 'double overhead' ? 'double' : row.word }}
            </text>
          </g>
          <text
            v-for="word in NAMED"
            :key="word"
            :x="across(words?.slopes[word] ?? 0.46, map.ride.coverage!.steepness)"
            :y="TOP + up_px + 18"
            class="middle"
          >
            {{ word }}
          </text>
          <g v-for="day in days" :key="day.word" class="day">
            <circle
              :cx="across(words?.slopes[steep] ?? 0.46, map.ride.coverage!.steepness)"
              :cy="up(day.face, map.ride.coverage!.face_m)"
              r="4.5"
            />
            <text
              :x="across(words?.slopes[steep] ?? 0.46, map.ride.coverage!.steepness) + 9"
              :y="up(day.face, map.ride.coverage!.face_m) + 4"
            >
              {{ day.word }}
            </text>
          </g>
        </svg>
      </div>
      <p class="says">
        {{ says }} Darker: more of such waves become rides. Rings: remembered days.
      </p>
    </template>
  </div>
</template>

<style scoped src="./WavesFace.css"></style>
