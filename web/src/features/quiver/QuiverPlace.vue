<script setup lang="ts">
// The boards of one surfer. To be read in five seconds: which board on which day, the hole, the double; what to do.
import { computed, onMounted, ref, watch } from 'vue'
import { usePageTitle } from '@/shared/shell/pageTitle'
import TopBar from '@/shared/shell/TopBar.vue'
import WhosePicker from '@/shared/shell/WhosePicker.vue'
import { useSession } from '@/shared/shell/session'
import { useRack } from '@/shared/state/rack'
import { faceSays } from '@/shared/units/waveMap'
import AddOwned from './AddOwned.vue'
import MonthsOfBoards from './MonthsOfBoards.vue'
import NextBoards from './NextBoards.vue'
import OwnedBoard from './OwnedBoard.vue'
import WaveCountries from './WaveCountries.vue'
import LastWeek from './LastWeek.vue'
import TripFace from './TripFace.vue'
import WayAhead from './WayAhead.vue'
import WeaveTiles from './WeaveTiles.vue'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { useQuiver } from './quiver'

const props = defineProps<{ id: number | null }>()
const { state, load } = useQuiver()
const { load: loadRack } = useRack()
const { units, words, faces } = useSession()
const shown = ref<number | null>(null)
const FACES = [
  { value: 'year', says: 'the year' },
  { value: 'ahead', says: 'the way ahead' },
  { value: 'trip', says: 'a trip' },
] as const
const show = ref<'year' | 'ahead' | 'trip'>('year')
const quiver = computed(() => state.quiver)
const answer = computed(() => quiver.value?.answer ?? null)
usePageTitle(() => (quiver.value?.who ? `${quiver.value.who}: quiver` : 'Quiver'))

onMounted(loadRack)
watch(
  () => props.id,
  (id) => void (id && load(id)),
  { immediate: true },
)

const face = (metres: number) =>
  faceSays(metres, words.value, quiver.value?.body_m ?? 1.75, units.value, faces.value)
/** All boards to one scale: the longest has the width of the column. */
const scale = computed(() => {
  const longest = Math.max(1.7, ...(quiver.value?.boards ?? []).map((one) => one.board.length_m))
  return 196 / longest
})
/** Hand-overs between boards that both have days of their own. */
const overs = computed(() => {
  const has = new Set(answer.value?.countries.filter((one) => one.days >= 1).map((one) => one.name))
  return (answer.value?.hand_overs ?? []).filter((one) => has.has(one.lower) && has.has(one.upper))
})
/** Which board up to which wave, in the words of heights that are chosen; the double; the hole. */
const detail = computed(() => {
  const found = answer.value
  if (!found) return ''
  const taken = found.countries
    .filter((one) => one.days >= 1)
    .sort((a, b) => (a.high_m ?? 0) - (b.high_m ?? 0))
  const where = taken.map((one, i) => {
    if (i < taken.length - 1) return `${one.name} up to ${face(one.high_m ?? 0)}`
    return i ? `${one.name} above it` : `${one.name} on all that it works on`
  })
  const first = where.length ? `${where.join(', ')}.` : ''
  return [first, found.double_says, found.hole_says].filter(Boolean).join(' ')
})
const today = computed(() => {
  const now = quiver.value?.today
  if (!now) return ''
  const name = answer.value?.countries[now.board]?.name
  const water = `${face(now.face_m)}, ${now.steepness}`
  if (!name) return `Today, ${water}: none of them works.`
  return `Today, ${water}: take ${name}${now.either ? ' (another does as well)' : ''}.`
})
const missing = computed(() =>
  answer.value?.missing?.length ? 'Say mass and what they can do on the ticket.' : '',
)
</script>

<template>
  <div class="whole">
    <TopBar>
      <WhosePicker :id="id" place="/quiver" label="Whose boards" />
    </TopBar>
    <p v-if="state.fault" class="fault" role="alert">{{ state.fault }}</p>
    <main v-if="quiver && answer" :data-loads="state.loads">
      <WeaveTiles :count="quiver.boards.length" />
      <aside aria-label="Boards they own" tabindex="0">
        <h1>{{ quiver.who || 'No name' }}</h1>
        <p class="quiet">
          {{ quiver.boards.length }} boards · {{ quiver.at }} ·
          <a
            :href="`/api/fittings/${quiver.fitting_id}/quiver/card.pdf`"
            target="_blank"
            rel="noopener"
            >card for the wall</a
          >
        </p>
        <ul>
          <OwnedBoard
            v-for="(owned, place) in quiver.boards"
            :key="owned.id ?? 'now'"
            :owned="owned"
            :place="place"
            :quiver="quiver"
            :scale="scale"
          />
        </ul>
        <AddOwned v-may="'advise'" />
      </aside>
      <section class="map-of" aria-label="Which board on which day">
        <p class="says">{{ state.next?.says || answer.says }}</p>
        <p class="detail">{{ detail }}</p>
        <p v-if="today" class="today">{{ today }}</p>
        <LastWeek v-if="state.months?.week?.length" :quiver="quiver" :months="state.months" />
        <p v-if="state.plan?.plan.says" class="detail" data-step>{{ state.plan.plan.says }}</p>
        <p v-if="missing" class="quiet">{{ missing }}</p>
        <template v-else>
          <p class="faces" role="group" aria-label="What is shown">
            <ChoiceButtons :options="FACES" :chosen="show" @choose="(one) => (show = one)" />
          </p>
          <WayAhead v-if="show === 'ahead' && state.plan" :quiver="quiver" :plan="state.plan" />
          <TripFace v-else-if="show === 'trip'" :quiver="quiver" />
          <p v-else-if="show === 'year' && !quiver.boards.length" class="quiet">
            No board yet: add one at the left.
          </p>
          <template v-else-if="show === 'year'">
            <h2>
              Which board on which day{{ quiver.at ? ` at ${quiver.at}` : '' }}
              <span class="quiet"
                >dots: days a year · shaded: two do the same · white: no board</span
              >
            </h2>
            <WaveCountries
              v-if="answer.wave_map"
              :quiver="quiver"
              :shown="shown"
              @show="shown = $event"
            />
            <p v-else class="quiet">
              Here waves differ too little for a map: see the days at the left.
            </p>
            <ul v-if="overs.length" class="overs" aria-label="Hand-overs">
              <li v-for="one in overs" :key="`${one.lower} ${one.upper}`" data-over>
                <b>{{ one.lower }}</b> hands over to <b>{{ one.upper }}</b> at
                {{ face(one.face_m) }}
                <span class="quiet"
                  >on {{ one.steepness }} faces; either, {{ face(one.low_m) }} to
                  {{ face(one.high_m) }}</span
                >
              </li>
            </ul>
            <MonthsOfBoards
              v-if="state.months?.months.length"
              :quiver="quiver"
              :months="state.months"
            />
          </template>
        </template>
      </section>
      <aside aria-label="What to add or sell" tabindex="0">
        <NextBoards :quiver="quiver" :next="state.next" />
      </aside>
    </main>
  </div>
</template>

<style scoped src="./QuiverPlace.css"></style>
