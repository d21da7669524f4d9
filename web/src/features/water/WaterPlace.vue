<script setup lang="ts">
// Water. To be read in five seconds: what this break really gives (small, usual, big), and today.
import { useIntervalFn } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { may } from '@/shared/shell/may'
import { whomOf } from '@/shared/state/measuredWaves'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { useWater } from './waterState'
import { useKeymap } from '@/shared/keys/keymap'
import { WATER_KEYS } from './keymap'
import { useToday } from './today'
import TopBar from '@/shared/shell/TopBar.vue'
import HoursAsked from './HoursAsked.vue'
import MonthStrip from './MonthStrip.vue'
import RiverView from './RiverView.vue'
import ShoreView from './ShoreView.vue'
import TideStrip from './TideStrip.vue'
import WaterFacts from './WaterFacts.vue'
import FlowYear from './FlowYear.vue'
import YearMap from './YearMap.vue'

const KeysDialog = defineAsyncComponent(() => import('@/shared/keys/KeysDialog.vue'))
const EditBreak = defineAsyncComponent(() => import('./EditBreak.vue'))
const SeenDialog = defineAsyncComponent(() => import('./SeenDialog.vue'))
const BuoyDialog = defineAsyncComponent(() => import('./BuoyDialog.vue'))

const props = defineProps<{ id: number | null }>()
const router = useRouter()
const { words } = useSession()
const ticket = useTicket()
const { water, place, buoy, load, ask, askNow, askSeen, show, nextFree, toggleMonth } = useWater()
usePageTitle(() => place.value?.name ?? 'Water')
const help = ref(false)
const writes = () => may('know the water')
const editing = ref<'old' | 'new' | null>(null)
const noting = ref(false)
const reading = ref(false)
/** How often one looks whether the buoy has a new hour. */
const LOOK_MS = 5 * 60_000

const fitting = computed(() => ticket.state.fitting)
/** For whom words are said: the surfer of the ticket in hand, else somebody of 75 kg. */
const { body } = ticket
const name = computed(() => ticket.facts.value.name?.split(' ')[0] ?? '')
/** The ticket in hand if it is for this break. */
const mine = computed(() => (fitting.value?.break_id === water.id ? fitting.value : null))

const { marks, today, age } = useToday(mine, name)
/** For whom the break is told: how tall they are, and the days that they remember. */
const whom = computed(() => whomOf(mine.value?.water, body.value))
function refresh(): void {
  void ask(whom.value, mine.value?.id ?? null)
}
function choose(id: number): void {
  void router.replace(`/water/${id}`)
}
function walk(by: number): void {
  const list = water.breaks
  const at = list.findIndex((one) => one.id === water.id)
  const next = list[(at + by + list.length) % list.length]
  if (!next) return
  choose(next.id)
  requestAnimationFrame(() =>
    document.querySelector<HTMLElement>('.breaks [aria-pressed=true]')?.focus(),
  )
}
async function begin(): Promise<void> {
  await load()
  const last = Number(window.localStorage.getItem('chord-ticket'))
  if (!fitting.value && last) await ticket.open(last).catch(() => undefined)
  const known = (id: number | null) => water.breaks.some((one) => one.id === id)
  const first = [props.id, fitting.value?.break_id ?? null].find((id) => known(id ?? null))
  show(first ?? water.breaks[0]?.id ?? null)
}
watch(
  () => props.id,
  (id) => id !== null && water.loaded && show(id),
)
watch(
  () => water.id,
  () => {
    void askNow()
    void askSeen().catch(() => undefined)
  },
)
watch(() => [water.id, whom.value, mine.value?.id, { ...water.asked }], refresh, { deep: true })
/** A break that was changed is asked anew. */
function changed(id: number): void {
  editing.value = null
  reading.value = false
  if (id !== water.id) return choose(id)
  refresh()
  void askNow()
  void askSeen().catch(() => undefined)
}
onMounted(() => {
  void begin().then(() => {
    refresh()
    void askNow()
    void askSeen().catch(() => undefined)
  })
})
useIntervalFn(() => !document.hidden && void askNow(), LOOK_MS)
useKeymap(WATER_KEYS, {
  choose: (event) => {
    const chosen = water.breaks[Number(event.key) - 1]
    if (chosen) choose(chosen.id)
  },
  light: () => (water.asked.light = !water.asked.light),
  free: nextFree,
  everyMonth: () => (water.asked.months = []),
  edit: () => writes() && place.value && (editing.value = 'old'),
  newBreak: () => writes() && (editing.value = 'new'),
  note: () => writes() && place.value && (noting.value = true),
  buoy: () => writes() && place.value && (reading.value = true),
  help: () => (help.value = true),
})
</script>

<template>
  <div class="whole">
    <TopBar>
      <template #end>
        <button class="plain" type="button" aria-label="Keys" @click="help = true">?</button>
      </template>
    </TopBar>
    <KeysDialog v-if="help" v-model="help" :keys="WATER_KEYS" />
    <EditBreak
      v-if="editing"
      :place="editing === 'old' ? place : null"
      @close="editing = null"
      @saved="changed"
    />
    <SeenDialog v-if="noting && place" :place="place" @close="noting = false" @saved="changed" />
    <BuoyDialog v-if="reading && place" :place="place" @close="reading = false" @saved="changed" />
    <main v-if="water.loaded" class="water" :data-settled="!!water.gives">
      <nav
        class="breaks"
        aria-label="Breaks"
        @keydown.left.prevent="walk(-1)"
        @keydown.right.prevent="walk(1)"
      >
        <button
          v-for="one in water.breaks"
          :key="one.id"
          type="button"
          class="plain choice"
          :aria-pressed="one.id === water.id"
          :title="one.measured ? 'measured' : 'as remembered'"
          @click="choose(one.id)"
        >
          {{ one.name }}<span v-if="!one.measured" class="pencilled"> remembered</span>
        </button>
        <button v-may="'know the water'" type="button" class="plain link" @click="editing = 'new'">
          new break
        </button>
      </nav>
      <p v-if="water.fault" class="fault" role="alert">{{ water.fault }}</p>
      <p v-if="!place" class="nothing">No break yet: key n.</p>
      <template v-else>
        <div class="left">
          <header>
            <h1>{{ place.name }}</h1>
            <span class="about">{{ place.about }}</span>
            <p class="says" role="status">{{ water.gives?.says.join(' ') }}</p>
            <p v-if="today" class="now">{{ today }}</p>
          </header>
          <RiverView v-if="place.kind === 'river'" :place="place" :now="water.now" :age="age" />
          <ShoreView v-else-if="place.kind !== 'pool'" :place="place" :now="water.now" :age="age" />
          <TideStrip v-if="water.now?.tides.length" :now="water.now" />
        </div>
        <div v-if="water.gives" class="middle">
          <header>
            <h2>What it gives</h2>
            <HoursAsked v-if="place.kind === 'sea'" />
          </header>
          <FlowYear v-if="place.kind === 'river'" :place="place" :gives="water.gives" />
          <YearMap v-else :gives="water.gives" :now="water.now" :body="body" :marks="marks" />
          <p v-if="!water.gives.climate" class="unsure">{{ water.gives.unsure }}</p>
          <MonthStrip
            v-if="water.gives.climate || water.gives.river"
            :gives="water.gives"
            :worth="water.worth"
            :name="name"
            :body="body"
            :months="water.asked.months ?? []"
            @month="toggleMonth"
          />
        </div>
        <WaterFacts
          v-if="water.gives && words"
          :place="place"
          :gives="water.gives"
          :now="water.now"
          :buoy="buoy"
          :calibrated="water.calibrated"
          :seen="water.seen.length"
          :marks="marks"
          :body="body"
          :age="age"
          @edit="editing = 'old'"
          @seen="noting = true"
          @buoy="reading = true"
        />
      </template>
    </main>
  </div>
</template>

<style scoped src="./WaterPlace.css"></style>
