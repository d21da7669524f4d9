<script setup lang="ts">
// Boards laid on each other. To be read in five seconds: which is wider where, where the litres went, what that
// does.
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ApiError, unwrap, type Beside, type Curves } from '@/shared/api/client'
import { at, lengthOf, planPath, shiftFor, sidePath } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { lengthText, massText, thicknessText, widthText } from '@/shared/units/units'
import TopBar from '@/shared/shell/TopBar.vue'
import DifferenceCurve from './DifferenceCurve.vue'

const props = defineProps<{ ids: string }>()
const router = useRouter()
const { units, masses } = useSession()
const found = ref<Beside | null>(null)
const fault = ref('')
const align = ref<'tail' | 'wide' | 'nose'>('tail')
const frame = ref<HTMLElement | null>(null)
const wide = ref(760)
const [MIDDLE, FLOOR, HIGH] = [88, 214, 232]
const WAYS = { tail: 'tail', wide: 'wide point', nose: 'nose' }

watch(
  () => props.ids,
  async (ids) => {
    fault.value = ''
    try {
      found.value = await unwrap<Beside>(
        api.GET('/api/rack/beside/', { params: { query: { ids } } }),
      )
    } catch (error) {
      fault.value = error instanceof ApiError ? error.fault.message : 'The server does not answer.'
    }
  },
  { immediate: true },
)

const curves = computed<Curves[]>(() => found.value?.curves ?? [])
const shifts = computed(() =>
  curves.value.map((one) => shiftFor(align.value, curves.value[0] as Curves, one)),
)
const span = computed(() => {
  const from = Math.min(0, ...shifts.value)
  const to = Math.max(...curves.value.map((one, i) => lengthOf(one) + (shifts.value[i] ?? 0)))
  return { from, to }
})
const scale = computed(() =>
  Math.min((wide.value - 40) / (span.value.to - span.value.from || 1), 300),
)
const x0 = (i: number) => 20 + ((shifts.value[i] ?? 0) - span.value.from) * scale.value

/** A measure of each other board less that of the first, along the first board's length. */
function apart(values: (one: Curves) => number[]): { x: number; by: number }[][] {
  const first = curves.value[0]
  if (!first) return []
  const length = lengthOf(first)
  return curves.value.slice(1).map((other, i) => {
    const shift = shifts.value[i + 1] ?? 0
    return Array.from({ length: 81 }, (_, step) => (step / 80) * length)
      .filter((x) => x - shift >= 0 && x - shift <= lengthOf(other))
      .map((x) => ({
        x: x0(0) + x * scale.value,
        by: at(other, values(other), x - shift) - at(first, values(first), x),
      }))
  })
}
const LINES = computed(() => [
  { name: 'width', lines: apart((one) => one.half_width_m.map((half) => half * 2)) },
  { name: 'thickness', lines: apart((one) => one.thickness_m) },
  { name: 'rocker', lines: apart((one) => one.rocker_m) },
  { name: 'section', lines: apart((one) => one.section_m2), litres: true },
])

const NAMES: Record<string, string> = {
  length_m: 'length',
  width_m: 'width',
  thickness_m: 'thickness',
  litres: 'litres',
  nose_width_m: 'nose',
  tail_width_m: 'tail',
  nose_rocker_m: 'nose rocker',
  tail_rocker_m: 'tail rocker',
  rear_third_l: 'rear third',
  front_third_l: 'front third',
  mass_kg: 'weight',
  swing_kg_m2: 'swing weight',
}
function text(measure: string, value: number): string {
  if (measure === 'length_m') return lengthText(value, units.value)
  if (measure.endsWith('width_m')) return widthText(value, units.value)
  if (measure === 'thickness_m' || measure.endsWith('rocker_m'))
    return thicknessText(value, units.value)
  if (measure === 'mass_kg') return massText(value, masses.value)
  return measure === 'swing_kg_m2' ? `${value.toFixed(2)} kg m²` : `${value.toFixed(1)} L`
}
/** What differences do, each once, with the boards that it holds for. */
function doesOf(does: readonly string[]): { does: string; of: number[] }[] {
  return [...new Set(does.filter(Boolean))].map((one) => ({
    does: one,
    of: does.flatMap((other, i) => (other === one ? [i] : [])),
  }))
}
const most = computed(() => Math.max(...(found.value?.thirds_l ?? []).flat(), 1))
const THIRDS = ['rear third', 'middle third', 'front third']
const names = computed(() =>
  (found.value?.boards ?? []).map((one) => one.board.name || one.board.family),
)

function measure(): void {
  wide.value = frame.value?.clientWidth || 760
}
function keyed(event: KeyboardEvent): void {
  const key = { t: 'tail', w: 'wide', n: 'nose' }[event.key] as typeof align.value | undefined
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (key) align.value = key
  else if (event.key === 'Escape') void router.push('/rack')
}
onMounted(() => {
  measure()
  window.addEventListener('resize', measure)
  window.addEventListener('keydown', keyed)
})
onBeforeUnmount(() => {
  window.removeEventListener('resize', measure)
  window.removeEventListener('keydown', keyed)
})
watch(found, () => requestAnimationFrame(measure))
</script>

<template>
  <div class="whole">
    <TopBar />
    <p v-if="fault" class="nothing" role="alert">
      {{ fault }} <router-link to="/rack">To the rack</router-link>
    </p>
    <main v-else-if="found">
      <header class="over">
        <router-link to="/rack">the rack</router-link>
        <h1>{{ names.join(' and ') }}</h1>
        <div class="ways" role="group" aria-label="Laid together at the">
          <span class="label">together at the</span>
          <button
            v-for="(says, way) in WAYS"
            :key="way"
            type="button"
            class="plain choice"
            :aria-pressed="align === way"
            :title="`key ${way[0]}`"
            @click="align = way"
          >
            {{ says }}
          </button>
        </div>
      </header>
      <div class="left">
        <div ref="frame" class="bench">
          <svg
            :width="wide"
            :height="HIGH"
            role="img"
            :aria-label="`${names.join(' and ')} laid on each other, to scale`"
          >
            <path class="floor" :d="`M10,${FLOOR}H${wide - 10}`" />
            <template v-for="(one, i) in curves" :key="i">
              <path :class="['board', `of-${i}`]" :d="planPath(one, scale, x0(i), MIDDLE)" />
              <path :class="['board', `of-${i}`]" :d="sidePath(one, scale, x0(i), FLOOR)" />
            </template>
          </svg>
        </div>
        <DifferenceCurve
          v-for="line in LINES"
          :key="line.name"
          :name="line.name"
          :lines="line.lines"
          :wide="wide"
          :litres="!!line.litres"
        />
        <h2 class="label">where the litres are</h2>
        <div class="thirds">
          <template v-for="(third, t) in THIRDS" :key="third">
            <span>{{ third }}</span>
            <svg
              :width="170"
              :height="names.length * 11"
              role="img"
              :aria-label="`${third}: ${found.thirds_l.map((one) => `${one[t]?.toFixed(1)} L`).join(' and ')}`"
            >
              <path
                v-for="(one, i) in found.thirds_l"
                :key="i"
                :class="`of-${i}`"
                :d="`M0,${6 + i * 11}H${((one[t] ?? 0) / most) * 110}`"
              />
              <text
                v-for="(one, i) in found.thirds_l"
                :key="`t${i}`"
                :x="((one[t] ?? 0) / most) * 110 + 6"
                :y="10 + i * 11"
              >
                {{ one[t]?.toFixed(1) }} L
              </text>
            </svg>
          </template>
        </div>
      </div>
      <div class="right">
        <table>
          <thead>
            <tr>
              <th scope="col"><span class="unseen">measure</span></th>
              <th v-for="(name, i) in names" :key="i" scope="col">
                <svg width="26" height="8" aria-hidden="true">
                  <path :class="`of-${i}`" d="M0,4H26" />
                </svg>
                {{ name }}
              </th>
            </tr>
          </thead>
          <tbody>
            <template v-for="row in found.compared.differences" :key="row.measure">
              <tr>
                <th scope="row">{{ NAMES[row.measure] ?? row.measure }}</th>
                <td v-for="(value, i) in row.values" :key="i">{{ text(row.measure, value) }}</td>
              </tr>
              <tr v-for="one in doesOf(row.does)" :key="`${row.measure}${one.does}`">
                <td :colspan="names.length + 1" class="does">
                  <svg v-for="i in one.of" :key="i" width="22" height="8" aria-hidden="true">
                    <path :class="`of-${i}`" d="M0,4H22" />
                  </svg>
                  {{ one.does }}
                </td>
              </tr>
            </template>
          </tbody>
        </table>
      </div>
    </main>
  </div>
</template>

<style scoped>
main {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 392px;
  gap: 8px 20px;
  padding: 10px 20px 12px;
  min-height: 0;
}
.over {
  grid-column: 1 / -1;
}
.ways {
  display: flex;
  gap: 10px;
  align-items: baseline;
  margin-left: auto;
}
.left,
.right {
  min-width: 0;
  min-height: 0;
  overflow-y: auto;
}
.bench {
  background: var(--bench);
  border: 1px solid var(--hairline);
}
.bench svg {
  display: block;
}
.board {
  fill: none;
}
.of-0 {
  stroke: var(--pencil);
  stroke-width: 1.8;
}
.of-1 {
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 7 3;
}
.of-2 {
  stroke: var(--sea);
  stroke-width: 1.5;
  stroke-dasharray: 2 3;
}
.floor {
  stroke: var(--hairline);
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-weight: 600;
  font-size: 13px;
  padding: 2px 8px 2px 0;
}
tbody th {
  font-weight: 400;
  color: var(--soft-ink);
}
td {
  padding: 2px 8px 2px 0;
}
.does {
  padding: 0 0 4px;
  font-size: 13px;
  color: var(--soft-ink);
}
.thirds {
  display: grid;
  grid-template-columns: repeat(3, auto 170px);
  align-items: center;
  gap: 4px 8px;
}
.thirds path {
  stroke-width: 6;
}
.thirds text {
  font: 13px var(--sans);
  fill: var(--ink);
}
h2 {
  margin: 12px 0 4px;
}
@media (max-width: 900px) {
  main {
    display: block;
    height: auto;
  }
}
</style>
