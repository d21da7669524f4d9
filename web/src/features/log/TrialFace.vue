<script setup lang="ts">
// A trial: to be read in five seconds: is the new one better, in which waves, over how many like days.
import { computed } from 'vue'
import type { TrialOut } from '@/shared/api/client'
import { lengthOf, planPath } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { BEHAVIOURS } from '@/shared/log/behaviours'
import { useLog } from './log'
import VerdictCell from './VerdictCell.vue'

const props = defineProps<{
  trial: TrialOut
  ratings: Map<number, Record<string, number | null>>
  /** Whether it is one of several that are read as one above it. */
  part?: boolean
}>()
const { units } = useSession()
const { endTrial, forgetTrial } = useLog()

const answer = computed(() => props.trial.answer)
const name = (board: TrialOut['old']) => board.name || board.family
const bands = computed(() =>
  (['below waist', 'waist to head', 'above head'] as const).filter(
    (band) =>
      answer.value.verdicts.some((one) => one.water === band) ||
      answer.value.matched.some((one) => one.water === band),
  ),
)
const pairsIn = (band: string) => answer.value.matched.filter((one) => one.water === band).length
const cell = (band: string, behaviour: string) =>
  answer.value.verdicts.find((one) => one.water === band && one.behaviour === behaviour) ?? null
/** Differences of the single pairs: new less old. */
function dots(band: string, behaviour: string): { step: number; weight: number }[] {
  return answer.value.matched.flatMap((pair) => {
    if (pair.water !== band) return []
    const [old, fresh] = [pair.old, pair.new].map(
      (place) => props.ratings.get(props.trial.sessions[place] ?? -1)?.[behaviour] ?? null,
    )
    return old === null || old === undefined || fresh === null || fresh === undefined
      ? []
      : [{ step: fresh - old, weight: pair.weight }]
  })
}
const scale = computed(
  () => 250 / Math.max(lengthOf(props.trial.old_curves), lengthOf(props.trial.new_curves)),
)
const changed = computed(() => {
  const rows = answer.value.changed
  const words = rows.map((one) =>
    one.what === 'board' ? 'the board' : `the ${one.what} (${one.before} to ${one.after})`,
  )
  if (!rows.length) return 'Nothing differs between the two sides.'
  if (rows.length === 1) return `One thing changed: ${words[0]}.`
  return `${rows.length} things changed at once: ${words.join(' and ')}. What is found may come of either.`
})
const rides = computed(() => {
  const ratio = answer.value.rides_ratio
  if (!ratio) return ''
  const [low, middle, high] = ratio.map((one) => Math.round(100 * one))
  return `For 100 rides on the old one about ${middle} on the new one (${low} to ${high}).`
})
const over = computed(() => {
  const used = answer.value.getting_used
  const half = used ? ` The first ${used} on ${name(props.trial.new)} count half.` : ''
  return `Over ${answer.value.pairs} pairs of like days.${half}`
})
</script>

<template>
  <section aria-label="Trial">
    <p class="says" :class="{ part }" data-trial>{{ answer.says }}</p>
    <p class="over">{{ over }} {{ rides }}</p>
    <div class="sides">
      <svg width="260" height="104" aria-hidden="true">
        <path :d="planPath(trial.old_curves, scale, 4, 52)" class="old" />
        <path :d="planPath(trial.new_curves, scale, 4, 52)" class="new" />
      </svg>
      <p>
        <b>{{ changed }}</b><br />
        <span class="mark new-mark" aria-hidden="true" /> new: {{ name(trial.new) }}
        <span class="hand">{{ trial.new_line[units] }}</span> {{ trial.new_fins }}<br />
        <span class="mark old-mark" aria-hidden="true" /> old: {{ name(trial.old) }}
        <span class="hand">{{ trial.old_line[units] }}</span> {{ trial.old_fins }}
      </p>
    </div>
    <table v-if="bands.length">
      <caption class="unseen">
        The new one against the old, by waves and behaviour
      </caption>
      <thead>
        <tr>
          <td />
          <th v-for="band in bands" :key="band" scope="col">
            {{ band }} <span class="quiet">{{ pairsIn(band) }} pairs</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in BEHAVIOURS" :key="one.value">
          <th scope="row">{{ one.says }}</th>
          <td v-for="band in bands" :key="band">
            <VerdictCell :verdict="cell(band, one.value)" :dots="dots(band, one.value)" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="bands.length" class="quiet">
      Left of the middle: less than the old one on such a day; right: more. Small dots: single
      pairs; the bar: where it lies in eight of ten. A verdict is given when it is right in 95 of
      100.
    </p>
    <p v-if="answer.wanted.length" data-wanted>
      <b>To ride next:</b> {{ answer.wanted.map((one) => one.says).join('; ') }}
    </p>
    <p v-if="answer.aside.length" class="quiet">{{ answer.aside.join(' ') }}</p>
    <p class="acts">
      <button type="button" class="plain link" @click="endTrial(trial.id, !trial.ended_at)">
        {{ trial.ended_at ? 'go on with it' : 'end the trial' }}
      </button>
      <button type="button" class="plain link" @click="forgetTrial(trial.id)">
        take the trial away
      </button>
    </p>
  </section>
</template>

<style scoped src="./TrialFace.css"></style>
