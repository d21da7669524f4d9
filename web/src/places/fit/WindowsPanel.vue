<script setup lang="ts">
// Under the bench: what this surfer needs, in what is computed so far.
import { computed, ref, watch } from 'vue'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import { lengthText, thicknessText, widthText } from '../../units'
import WindowLine from './WindowLine.vue'

const { answer, facts, fitting } = useTicket()
const { units } = useSession()
const picked = ref<string | null>(null)
const kinds = computed(() => answer.value?.size.families ?? [])
const bench = computed(() => answer.value?.bench ?? null)
const present = computed(() => answer.value?.present ?? null)
const who = computed(() => facts.value.name?.split(' ')[0] || 'this surfer')
watch([() => fitting.value?.id, () => bench.value?.board.family], () => (picked.value = null))
/** The kind whose windows are shown: picked, else that of the board on the bench, else the leading. */
const kind = computed(() => {
  const wanted = picked.value ?? bench.value?.board.family
  return kinds.value.find((row) => row.family === wanted) ?? kinds.value[0] ?? null
})
const offered = computed(() => {
  const first = kinds.value.slice(0, 4)
  return kind.value && !first.includes(kind.value) ? [...first.slice(0, 3), kind.value] : first
})

const lines = computed(() => {
  const w = kind.value?.windows
  if (!w) return []
  const [on, now] = [bench.value?.board, present.value?.board]
  const litres = (litres: number) => litres.toFixed(1)
  return [
    row(
      'Length',
      w.length_m,
      on?.length_m,
      now?.length_m,
      (v) => lengthText(v, units.value),
      'short',
      'long',
    ),
    row(
      'Width',
      w.width_m,
      on?.width_m,
      now?.width_m,
      (v) => widthText(v, units.value),
      'narrow',
      'wide',
    ),
    row(
      'Thickness',
      w.thickness_m,
      on?.thickness_m,
      now?.thickness_m,
      (v) => thicknessText(v, units.value),
      'thin',
      'thick',
    ),
    row(
      'Litres',
      w.litres,
      bench.value?.ranked?.litres,
      present.value?.ranked?.litres,
      litres,
      'little',
      'full',
    ),
  ]
})

function row(
  title: string,
  window: readonly number[],
  bench: number | undefined,
  present: number | undefined,
  show: (value: number) => string,
  under: string,
  over: string,
) {
  return { title, window, bench: bench ?? null, present: present ?? null, show, under, over }
}
</script>

<template>
  <section v-if="kinds.length" class="windows" aria-label="What to look for">
    <header>
      <div class="kinds" role="group" :aria-label="`What ${who} needs`">
        <h2>What {{ who }} needs, as</h2>
        <button
          v-for="offer in offered"
          :key="offer.family"
          type="button"
          class="plain"
          :aria-pressed="offer === kind"
          :title="offer.reason"
          @click="picked = offer.family"
        >
          {{ offer.family }}
        </button>
      </div>
      <span class="key"><i class="ring" /> now <i class="bar" /> bench</span>
    </header>
    <div class="lines">
      <WindowLine v-for="line in lines" :key="line.title" v-bind="line" />
    </div>
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
}
h2 {
  margin: 0;
  font: 600 15px var(--sans);
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 8px;
}
.kinds button {
  color: var(--soft-ink);
}
.kinds button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: underline;
  text-decoration-color: var(--pencil);
  text-underline-offset: 3px;
}
.key {
  font-size: 12.5px;
  color: var(--soft-ink);
  white-space: nowrap;
}
.ring {
  display: inline-block;
  width: 8px;
  height: 8px;
  border: 1.6px solid var(--ink);
  border-radius: 50%;
}
.bar {
  display: inline-block;
  width: 2.5px;
  height: 12px;
  margin-left: 8px;
  background: var(--pencil);
  vertical-align: -1px;
}
.lines {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 24px;
  margin-top: 6px;
}
</style>
