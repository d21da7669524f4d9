<script setup lang="ts">
// The customer's side: the board and why, larger, and what it all comes to. Mass, age and notes stay on our side,
// and the next customer never sees the last: it closes when the ticket changes. To be read in five seconds: my
// board, how many rides, what it is better at.
import { computed, onMounted, ref, watch } from 'vue'
import { lengthOf, planPath } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { useNextStep } from './nextStep'
import { useTicket } from '@/shared/state/ticket'
import { lengthText, thicknessText, widthText } from '@/shared/units/units'
import { useBoardDetails } from './boardDetails'
import { headline, waveLines } from './verdict'

const ahead = useNextStep()
const open = defineModel<boolean>({ required: true })
const { answer, facts, fitting, pinned, settled, version } = useTicket()
const { units } = useSession()
const back = ref<HTMLButtonElement | null>(null)
const [WIDTH, HEIGHT] = [760, 250]

watch(
  () => fitting.value?.id,
  () => (open.value = false),
)
// It stands last: without this a low screen would open at its end, and what matters stands first.
onMounted(() => back.value?.focus({ preventScroll: true }))

const bench = computed(() => answer.value?.bench ?? null)
const name = computed(() => facts.value.name?.split(' ')[0] ?? '')
const curves = computed(() => bench.value?.hull.curves ?? null)
const scale = computed(() => {
  if (!curves.value) return 1
  const wide = 2 * Math.max(...curves.value.half_width_m)
  return Math.min((WIDTH - 40) / lengthOf(curves.value), (HEIGHT - 20) / wide)
})
const left = computed(() => (curves.value ? (WIDTH - lengthOf(curves.value) * scale.value) / 2 : 0))
const windows = computed(() => {
  const family = bench.value?.board.family
  const kinds = settled.value?.families ?? []
  const w =
    (pinned.value?.family === family ? pinned.value?.windows : null) ??
    (kinds.find((kind) => kind.family === family) ?? kinds[0])?.windows
  if (!w) return []
  const span = (of: readonly number[], show: (v: number) => string) =>
    `${show(of[0] ?? 0)} to ${show(of[1] ?? 0)}`
  return [
    ['length', span(w.length_m, (v) => lengthText(v, units.value))],
    ['width', span(w.width_m, (v) => widthText(v, units.value))],
    ['thickness', span(w.thickness_m, (v) => thicknessText(v, units.value))],
    ['litres', span(w.litres, (v) => v.toFixed(1))],
  ]
})
const { askGear, closer } = useBoardDetails()
/** The sum, of the ticket as it stands. */
const allIn = computed(() =>
  closer.gear?.version === version.value ? (closer.gear?.gear?.sum ?? null) : null,
)
watch(open, (is) => void (is && askGear()), { immediate: true })
const advice = computed(() => bench.value?.ranked?.advice ?? null)
const cautions = computed(() => [
  ...(answer.value?.size.cautions ?? []),
  ...(bench.value?.ranked?.cautions ?? []),
])
</script>

<template>
  <section
    v-if="open && answer"
    class="customer"
    role="dialog"
    aria-modal="true"
    aria-label="The customer’s side"
    @keydown.esc="open = false"
    @keydown.tab.prevent
  >
    <p class="hello">{{ name ? `${name},` : '' }}</p>
    <h1>{{ headline(answer, units) }}</h1>
    <p v-for="line in waveLines(answer)" :key="line" class="line">{{ line }}</p>
    <svg
      v-if="curves"
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      role="img"
      :aria-label="bench?.board.family"
    >
      <path :d="planPath(curves, scale, left, HEIGHT / 2)" />
      <text :x="WIDTH / 2" :y="HEIGHT / 2 - 8">{{ bench?.board.name || bench?.board.family }}</text>
      <text :x="WIDTH / 2" :y="HEIGHT / 2 + 26">{{ bench?.hull.line[units] }}</text>
    </svg>
    <div class="columns">
      <div>
        <h2>Why</h2>
        <p v-for="line in advice?.reasons" :key="line">{{ line }}</p>
        <p v-for="line in bench?.ranked?.for" :key="line">{{ line }}</p>
        <h2>To know</h2>
        <p v-for="line in bench?.ranked?.against" :key="line">{{ line }}</p>
        <template v-if="ahead">
          <h2>The next step</h2>
          <p data-ahead>{{ ahead }}</p>
        </template>
      </div>
      <div>
        <template v-if="advice">
          <h2>How to ride it</h2>
          <p>{{ advice.ridden }}</p>
          <p>{{ advice.does_not }}</p>
        </template>
        <h2>What to look for</h2>
        <dl>
          <template v-for="[what, span] in windows" :key="what">
            <dt>{{ what }}</dt>
            <dd>{{ span }}</dd>
          </template>
        </dl>
        <template v-if="allIn">
          <h2>All in</h2>
          <dl class="sum" data-all-in>
            <template v-for="row in allIn.lines" :key="row.code">
              <dt>{{ row.says }}</dt>
              <dd>{{ row.price ?? '?' }}</dd>
            </template>
            <dt><b>out of the door</b></dt>
            <dd>
              <b data-total>{{ allIn.total }}</b> {{ allIn.currency }}
            </dd>
          </dl>
          <p>{{ bench?.ranked?.fins.says }}</p>
        </template>
      </div>
      <div>
        <h2>Before you go in</h2>
        <p v-for="line in cautions" :key="line.code">{{ line.says }}</p>
        <p v-for="line in advice?.warnings" :key="line">{{ line }}</p>
      </div>
    </div>
    <button ref="back" class="plain back" type="button" @click="open = false">
      turn back (Esc)
    </button>
  </section>
</template>

<style scoped src="./CustomerSide.css"></style>
