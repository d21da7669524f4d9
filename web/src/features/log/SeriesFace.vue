<script setup lang="ts">
// Several sets of fins as one trial. To be read in five seconds: which set, in which waves, how surely.
import { computed } from 'vue'
import type { SeriesOut } from '@/shared/api/client'
import { BEHAVIOURS } from '@/shared/log/behaviours'

const props = defineProps<{ series: SeriesOut }>()

const BANDS = ['below waist', 'waist to head', 'above head'] as const
const bands = computed(() =>
  BANDS.filter((band) => props.series.found.cells.some((one) => one.water === band)),
)
const rows = computed(() =>
  BEHAVIOURS.filter((row) => props.series.found.cells.some((one) => one.behaviour === row.value)),
)
const cell = (band: string, behaviour: string) =>
  props.series.found.cells.find((one) => one.water === band && one.behaviour === behaviour)
function sure(band: string, behaviour: string): string {
  const one = cell(band, behaviour)
  if (!one) return ''
  const needed = one.pairs_needed
  const more = needed ? `${needed} more pair${needed === 1 ? '' : 's'}` : 'too close to tell'
  if (!one.decided) return more
  const open = one.open.length ? `; ${one.open.join(', ')} open, ${more}` : ''
  return `${Math.round(100 * one.certainty)} in 100${open}`
}
</script>

<template>
  <section aria-label="Sets of fins as one trial">
    <p class="says" data-series>{{ series.found.says }}</p>
    <p class="over">
      {{ series.board }} with {{ series.sets.join(', ') }} fins; the others are each tried against
      {{ series.middle }}. On the next days ride {{ series.middle }} and one other in turn.
    </p>
    <table v-if="bands.length">
      <caption class="unseen">
        The best set, by waves and behaviour
      </caption>
      <thead>
        <tr>
          <td />
          <th v-for="band in bands" :key="band" scope="col">{{ band }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.value">
          <th scope="row">{{ row.says }}</th>
          <td v-for="band in bands" :key="band">
            <template v-if="cell(band, row.value)">
              <b :class="{ open: !cell(band, row.value)?.decided }">{{
                cell(band, row.value)?.best
              }}</b>
              <span class="quiet sure">{{ sure(band, row.value) }}</span>
            </template>
            <span v-else class="quiet">not all were rated</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet">No set has like days beside {{ series.middle }} yet.</p>
  </section>
</template>

<style scoped src="./TrialFace.css"></style>
<style scoped>
.sure {
  margin-left: 8px;
}
.open {
  font-weight: 400;
  color: var(--soft-ink);
}
</style>
