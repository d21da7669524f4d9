<script setup lang="ts">
// A track on its shore: the rides, numbered; under it the time: rides, paddling, waiting. Slips are put right here.
import { computed, ref, watch } from 'vue'
import { failureText, type TrackEdit, type TrackOut } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { distanceText, speedText } from '@/shared/units/units'
import { correctTrack } from './tracks'
import { clock } from '@/shared/log/when'

const props = defineProps<{ track: TrackOut; fitting: number; name: string }>()
const emit = defineEmits<{ changed: [track: TrackOut] }>()
const { units } = useSession()
const chosen = ref<number | null>(null)
const fault = ref('')

const WIDE = 560
const HIGH = 210
const read = computed(() => props.track.track)
const lines = computed(() => props.track.map?.lines ?? [])
/** What is drawn: all but the walk, to one scale both ways, the sea above. */
const frame = computed(() => {
  const points = lines.value.filter((one) => one.kind !== 'walking').flatMap((one) => one.points)
  const xs = points.map((point) => point[0] ?? 0)
  const ys = points.map((point) => point[1] ?? 0)
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [bottom, top] = [Math.min(...ys), Math.max(...ys)]
  const scale = Math.min(
    (WIDE - 40) / Math.max(right - left, 60),
    (HIGH - 52) / Math.max(top - bottom, 40),
  )
  const x0 = (WIDE - scale * (right - left)) / 2 - scale * left
  return {
    scale,
    x: (x: number) => x0 + scale * x,
    y: (y: number) => HIGH - 34 - scale * (y - bottom),
  }
})
const pathOf = (points: readonly (readonly number[])[]) =>
  `M${points.map((p) => `${frame.value.x(p[0] ?? 0).toFixed(1)},${frame.value.y(p[1] ?? 0).toFixed(1)}`).join('L')}`
const rides = computed(() => lines.value.filter((one) => one.kind === 'ride'))
const total = computed(() => Math.max(...read.value.parts.map((one) => one.to_s), 1))
const at = (seconds: number) => (WIDE * seconds) / total.value
const started = computed(() => new Date(read.value.started))
const bar = computed(() => {
  const metres = units.value === 'imperial' ? 30.48 : 50
  return { wide: metres * frame.value.scale, says: distanceText(metres, units.value) }
})
const ticks = computed(() => {
  const step = total.value > 5400 ? 1800 : 900
  return Array.from({ length: Math.floor(total.value / step) + 1 }, (_, i) => i * step)
})
const detail = computed(() =>
  chosen.value === null ? null : (read.value.rides[chosen.value] ?? null),
)
watch(
  () => props.track.id,
  () => (chosen.value = null),
)

async function correct(edit: TrackEdit | null): Promise<void> {
  const edits = edit ? [...props.track.edits, edit] : props.track.edits.slice(0, -1)
  try {
    emit('changed', await correctTrack(props.fitting, props.track, edits))
    fault.value = ''
    chosen.value = null
  } catch (error) {
    fault.value = failureText(error)
  }
}
const middle = computed(() => (detail.value ? detail.value.start_s + detail.value.seconds / 2 : 0))
function join(): void {
  const next = read.value.rides[(chosen.value ?? 0) + 1]
  if (detail.value && next)
    void correct({ kind: 'join', at_s: detail.value.start_s, to_s: next.start_s + 1 })
}
</script>

<template>
  <section aria-label="Track">
    <h2>
      Track {{ name }}
      <span class="quiet">{{ read.says }} {{ read.faults.join('; ') }}</span>
    </h2>
    <template v-if="track.map">
      <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" class="map" role="img" :aria-label="read.says">
        <rect :width="WIDE" :height="HIGH" class="sea" />
        <rect :y="HIGH - 20" :width="WIDE" height="20" class="sand" />
        <template v-for="(one, i) in lines" :key="i">
          <path v-if="one.kind === 'paddling'" :d="pathOf(one.points)" class="paddled" />
        </template>
        <g v-for="(one, i) in rides" :key="`ride ${i}`" :class="{ chosen: chosen === i }">
          <path :d="pathOf(one.points)" class="ride" />
          <circle
            :cx="frame.x(one.points[0]?.[0] ?? 0)"
            :cy="frame.y(one.points[0]?.[1] ?? 0)"
            r="3.5"
            class="begin"
          />
          <text :x="frame.x(one.points[0]?.[0] ?? 0) + 6" :y="frame.y(one.points[0]?.[1] ?? 0) - 5">
            {{ i + 1 }}
          </text>
        </g>
        <line
          :x1="WIDE - 20 - bar.wide"
          :x2="WIDE - 20"
          :y1="HIGH - 8"
          :y2="HIGH - 8"
          class="bar"
        />
        <text :x="WIDE - 26 - bar.wide" :y="HIGH - 5" text-anchor="end">{{ bar.says }}</text>
        <text x="8" :y="HIGH - 6">shore</text>
      </svg>
      <svg :viewBox="`0 0 ${WIDE} 44`" class="time" aria-hidden="true">
        <template v-for="(one, i) in read.parts" :key="i">
          <rect
            v-if="one.kind !== 'ride'"
            :x="at(one.from_s)"
            :width="Math.max(at(one.to_s - one.from_s), 0.5)"
            y="4"
            height="18"
            :class="one.kind"
          />
        </template>
        <rect
          v-for="(one, i) in read.rides"
          :key="`r${i}`"
          :x="at(one.start_s)"
          :width="Math.max(at(one.seconds), 3)"
          y="1"
          height="24"
          :class="['ridden', { chosen: chosen === i }]"
        />
        <template v-for="tick in ticks" :key="tick">
          <text
            :x="at(tick)"
            y="39"
            :text-anchor="!tick ? 'start' : at(tick) > WIDE - 18 ? 'end' : 'middle'"
          >
            {{ clock(new Date(started.getTime() + tick * 1000)) }}
          </text>
        </template>
      </svg>
      <p class="quiet sums">
        waiting {{ Math.round(read.waiting_minutes) }} min · paddling
        {{ Math.round(read.paddling.minutes) }} min<template v-if="read.paddling.speed_m_s">
          at {{ speedText(read.paddling.speed_m_s, units) }}</template
        >
        <template v-if="read.between_rides_s">
          · a ride every {{ Math.round(read.between_rides_s / 60) }} min</template
        ><template v-if="read.out_m"> · begins {{ distanceText(read.out_m, units) }} out</template>
      </p>
      <p class="rides" role="group" aria-label="Rides">
        <button
          v-for="(one, i) in read.rides"
          :key="one.start_s"
          type="button"
          class="plain choice"
          :aria-pressed="chosen === i"
          @click="chosen = chosen === i ? null : i"
        >
          {{ i + 1 }}
        </button>
        <template v-if="detail">
          <span data-ride
            >{{ distanceText(detail.length_m, units) }}, {{ Math.round(detail.seconds) }} s, top
            {{ speedText(detail.top_m_s, units) }}</span
          >
          <button
            type="button"
            class="plain link"
            @click="correct({ kind: 'not_a_ride', at_s: detail.start_s + 1 })"
          >
            not a ride
          </button>
          <button
            type="button"
            class="plain link"
            @click="correct({ kind: 'split', at_s: middle })"
          >
            split in two
          </button>
          <button
            v-if="(chosen ?? 0) + 1 < read.rides.length"
            type="button"
            class="plain link"
            @click="join"
          >
            join with the next
          </button>
        </template>
        <button v-if="track.edits.length" type="button" class="plain link" @click="correct(null)">
          take the last correction back
        </button>
        <a class="link" :href="`/api/fittings/${fitting}/tracks/${track.id}/track.xml`" download
          >the file</a
        >
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    </template>
  </section>
</template>

<style scoped src="./TrackFace.css"></style>
