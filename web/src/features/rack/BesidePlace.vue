<script setup lang="ts">
// Boards laid on each other. To be read in five seconds: which is wider where, where the litres went, what that
// does.
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, failureText, unwrap, type Beside, type Curves } from '@/shared/api/client'
import { at, lengthOf, planPath, shiftFor, sidePath } from '@/shared/drawing/drawing'
import TopBar from '@/shared/shell/TopBar.vue'
import DifferenceCurve from './DifferenceCurve.vue'
import DifferencesTable from './DifferencesTable.vue'
import ThirdsChart from './ThirdsChart.vue'

const props = defineProps<{ ids: string }>()
const router = useRouter()
const found = ref<Beside | null>(null)
const fault = ref('')
const align = ref<'tail' | 'wide' | 'nose'>('tail')
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame, { width: 760, height: 0 })
const wide = computed(() => width.value || 760)
const [MIDDLE, FLOOR, HIGH] = [88, 214, 232]
const WAYS = [
  { value: 'tail', says: 'tail', title: 'key t' },
  { value: 'wide', says: 'wide point', title: 'key w' },
  { value: 'nose', says: 'nose', title: 'key n' },
] as const

watch(
  () => props.ids,
  async (ids) => {
    fault.value = ''
    try {
      found.value = await unwrap<Beside>(
        api.GET('/api/rack/beside/', { params: { query: { ids } } }),
      )
    } catch (error) {
      fault.value = failureText(error)
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

const names = computed(() =>
  (found.value?.boards ?? []).map((one) => one.board.name || one.board.family),
)

function keyed(event: KeyboardEvent): void {
  const key = { t: 'tail', w: 'wide', n: 'nose' }[event.key] as typeof align.value | undefined
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (key) align.value = key
  else if (event.key === 'Escape') void router.push('/rack')
}
useEventListener(window, 'keydown', keyed)
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
          <ChoiceButtons :options="WAYS" :chosen="align" @choose="(way) => (align = way)" />
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
        <ThirdsChart :thirds="found.thirds_l" />
      </div>
      <DifferencesTable class="right" :names="names" :differences="found.compared.differences" />
    </main>
  </div>
</template>

<style scoped src="./page.css"></style>
<style scoped src="./BesidePlace.css"></style>
