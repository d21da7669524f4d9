<script setup lang="ts">
// The log. To be read in five seconds: is the new board better, over how many like days; ready for the next level?
import { computed, ref, watch } from 'vue'
import { usePageTitle } from '@/shared/shell/pageTitle'
import TopBar from '@/shared/shell/TopBar.vue'
import WhosePicker from '@/shared/shell/WhosePicker.vue'
import { useSession } from '@/shared/shell/session'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { heightText, massText } from '@/shared/units/units'
import BeginTrial from './BeginTrial.vue'
import BringTracks from './BringTracks.vue'
import FindingsFace from './FindingsFace.vue'
import LearnedCurves from './LearnedCurves.vue'
import LentBoards from './LentBoards.vue'
import LogFiles from './LogFiles.vue'
import { useLog } from './log'
import ReadyNote from './ReadyNote.vue'
import ScoreStrip from './ScoreStrip.vue'
import SessionFace from './SessionFace.vue'
import SessionRow from './SessionRow.vue'
import SeriesFace from './SeriesFace.vue'
import TrialFace from './TrialFace.vue'

const props = defineProps<{ id: number | null }>()
const { state, load } = useLog()
const { units, masses } = useSession()
const chosen = ref<number | null>(null)
const face = ref<'trial' | 'shop'>('trial')
/** Which of several trials is shown. */
const picked = ref(0)
const log = computed(() => state.log)
usePageTitle(() => (log.value?.who ? `${log.value.who}: log` : 'Log'))

watch(
  () => props.id,
  (id) => {
    chosen.value = null
    picked.value = 0
    if (id) void load(id)
  },
  { immediate: true },
)
const trial = computed(() => log.value?.trials[picked.value] ?? log.value?.trials[0] ?? null)
const trials = computed(() =>
  (log.value?.trials ?? []).map((one, value) => {
    const side = (board: typeof one.old, fins: string) =>
      `${board.name || board.family} ${fins}`.trim()
    return { value, says: `${side(one.new, one.new_fins)} against ${side(one.old, one.old_fins)}` }
  }),
)
/** Sets of fins that are read as one, where the trial that is shown belongs to them. */
const series = computed(() =>
  log.value?.series.find((one) => one.trials.includes(trial.value?.id ?? -1)),
)
const session = computed(() => log.value?.sessions.find((one) => one.id === chosen.value) ?? null)
const most = computed(() =>
  Math.max(
    8,
    ...(log.value?.sessions ?? []).map((one) => Math.max(one.said?.high ?? 0, one.rides ?? 0)),
  ),
)
const ratings = computed(
  () => new Map((log.value?.sessions ?? []).map((one) => [one.id, { ...one.ratings }])),
)
/** On which side of the trial a session was. */
const sides = computed(() => {
  const found = new Map<number, 'old' | 'new'>()
  const one = trial.value
  if (!one) return found
  const at = (place: number) => one.sessions[place] ?? -1
  for (const pair of one.answer.matched) {
    found.set(at(pair.old), 'old')
    found.set(at(pair.new), 'new')
  }
  for (const place of one.answer.unpaired_old) found.set(at(place), 'old')
  for (const place of one.answer.unpaired_new) found.set(at(place), 'new')
  return found
})
const facts = computed(() => {
  const one = log.value
  if (!one) return ''
  const parts = [
    one.mass_kg ? massText(one.mass_kg, masses.value) : '',
    one.height_m ? heightText(one.height_m, units.value) : '',
    one.rung ?? '',
    `${one.count} session${one.count === 1 ? '' : 's'}`,
  ]
  return parts.filter(Boolean).join(' · ')
})
</script>

<template>
  <div class="whole">
    <TopBar>
      <WhosePicker :id="id" place="/log" label="Whose log" />
    </TopBar>
    <p v-if="state.fault" class="fault" role="alert">{{ state.fault }}</p>
    <main v-if="log" :data-loads="state.loads">
      <aside aria-label="Sessions" tabindex="0">
        <h1>{{ log.who || 'No name' }}</h1>
        <p class="quiet">{{ facts }}</p>
        <p v-may="'advise'" class="acts">
          <router-link :to="`/beach/${log.fitting_id}`" class="log-one">log a session</router-link>
          <BringTracks :log="log" />
        </p>
        <ul>
          <SessionRow
            v-for="one in log.sessions"
            :key="one.id"
            :session="one"
            :most="most"
            :side="sides.get(one.id) ?? null"
            :chosen="chosen === one.id"
            :body-m="log.body_m"
            @choose="chosen = chosen === one.id ? null : one.id"
          />
        </ul>
        <p v-if="!log.sessions.length" class="quiet">No session yet.</p>
        <LogFiles v-may="'advise'" :log="log" />
      </aside>
      <section class="middle" aria-label="What it shows" tabindex="0">
        <template v-if="session">
          <button type="button" class="plain link" @click="chosen = null">back to the trial</button>
          <SessionFace :key="session.id" :session="session" :log="log" />
        </template>
        <FindingsFace v-else-if="face === 'shop'" @back="face = 'trial'" />
        <template v-else>
          <p v-if="trials.length > 1" role="group" aria-label="Which trial">
            <ChoiceButtons :options="trials" :chosen="picked" @choose="(one) => (picked = one)" />
          </p>
          <SeriesFace v-if="series" :series="series" />
          <TrialFace v-if="trial" :trial="trial" :ratings="ratings" :part="!!series" />
          <p v-else class="says">No trial yet: two boards are compared by sessions on like days.</p>
          <BeginTrial v-may="'advise'" :log="log" />
          <p v-may="'findings'">
            <button type="button" class="plain link" @click="face = 'shop'">
              where the model is off, over all sessions of the shop
            </button>
          </p>
        </template>
      </section>
      <aside aria-label="What it taught" tabindex="0">
        <ReadyNote :log="log" />
        <ScoreStrip :log="log" />
        <LentBoards :log="log" />
        <p v-if="log.missing.length" class="quiet">
          Say mass and what they can do on the ticket: then sessions are foretold.
        </p>
        <LearnedCurves v-else :log="log" />
      </aside>
    </main>
  </div>
</template>

<style scoped src="./LogPlace.css"></style>
