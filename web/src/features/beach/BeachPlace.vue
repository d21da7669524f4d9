<script setup lang="ts">
// A session at the beach, with one wet hand. To be read in five seconds: how many rides, what is asked, is it kept.
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, unwrap, type HourSays, type Log } from '@/shared/api/client'
import { BEHAVIOURS } from '@/shared/log/behaviours'
import { useOutbox } from '@/shared/log/outbox'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { useSession } from '@/shared/shell/session'
import AnswerFan from './AnswerFan.vue'
import BeachMore from './BeachMore.vue'
import BeachWhat from './BeachWhat.vue'
import { openDraft, sessionOf, useDraft } from './draft'
import { keepAtHand } from './keepAtHand'

const LAST = 'chord-beach'
const HAND = 'chord-hand'
const props = defineProps<{ id: number | null }>()
const router = useRouter()
const id = props.id ?? Number(window.localStorage.getItem(LAST) ?? 0)
const { state: box, writeDown, send, throwAway, count } = useOutbox()
const { words } = useSession()
const { draft, begin } = useDraft()
openDraft(id)
const log = ref<Log | null>(null)
const hour = ref<HourSays | null>(null)
const fault = ref('')
const kept = ref('')
const atHand = ref(false)
const left = ref(window.localStorage.getItem(HAND) === 'left')
usePageTitle(() => 'At the beach')

onMounted(async () => {
  if (!props.id && id) await router.replace(`/beach/${id}`)
  window.localStorage.setItem(LAST, String(id))
  try {
    log.value = await unwrap<Log>(api.GET('/api/fittings/{id}/log/', { params: { path: { id } } }))
  } catch {
    fault.value = 'There is no connection, and this page was not opened here before.'
    return
  }
  await count()
  void send()
  window.addEventListener('online', online)
  atHand.value = await keepAtHand()
})

const board = computed(() => log.value?.boards[draft.board])
const place = computed(() => (draft.place >= 0 ? log.value?.places[draft.place] : undefined))
const asked = computed(() => BEHAVIOURS[draft.step] ?? null)
const faceM = computed(() => {
  const word = words.value?.heights.find((one) => one.word === draft.waves)
  return word ? Math.round(word.share * (log.value?.body_m ?? 1.75) * 100) / 100 : null
})
/** The hour as it was measured, and what is expected on this board; nothing where there is no connection. */
watch(
  [place, board, () => draft.minutes, () => draft.started],
  async () => {
    hour.value = null
    if (!place.value || !log.value) return
    const began = draft.started
      ? new Date(draft.started)
      : new Date(Date.now() - draft.minutes * 60_000)
    if (Number.isNaN(began.getTime())) return
    const query = {
      break_id: place.value.id,
      at: began.toISOString(),
      minutes: draft.minutes,
      board: draft.board,
    }
    try {
      hour.value = await unwrap<HourSays>(
        api.GET('/api/fittings/{id}/log/hour/', { params: { path: { id }, query } }),
      )
    } catch {
      // It is filled when the session is sent.
    }
  },
  { immediate: true },
)
const online = () => void send()
onBeforeUnmount(() => window.removeEventListener('online', online))
function rate(step: number): void {
  if (asked.value) draft.ratings = { ...draft.ratings, [asked.value.value]: step }
  draft.step += 1
}
function ride(by: number): void {
  draft.rides = Math.max(0, Math.min(300, (draft.rides ?? 0) + by))
}
function otherHand(): void {
  left.value = !left.value
  window.localStorage.setItem(HAND, left.value ? 'left' : 'right')
}
async function keep(): Promise<void> {
  const session = sessionOf(draft, {
    board: board.value?.board,
    breakId: place.value?.id ?? null,
    faceM: faceM.value,
  })
  fault.value = 'fault' in session ? session.fault : ''
  if (!('key' in session)) return
  await writeDown(id, session)
  kept.value = `Kept: ${session.rides ?? 'uncounted'} rides on ${board.value?.board.name || board.value?.board.family}.`
  begin()
}
const status = computed(() => {
  if (box.waiting && box.away) return `${box.waiting} kept here, sent when there is a connection.`
  if (box.waiting) return `${box.waiting} on the way.`
  if (box.sent) return box.sent === 1 ? 'Sent.' : `${box.sent} sent.`
  return atHand.value ? 'This page opens without a connection too.' : ''
})
</script>

<template>
  <main class="beach" :class="{ left }">
    <header>
      <router-link :to="`/log/${id}`" class="back">log</router-link>
      <h1>{{ log?.who || 'At the beach' }}</h1>
      <button type="button" class="plain hand" @click="otherHand">
        {{ left ? 'right hand' : 'left hand' }}
      </button>
    </header>
    <p class="status" role="status" data-status :data-waiting="box.waiting" :data-at-hand="atHand">
      {{ kept }} {{ status }}
    </p>
    <template v-if="log">
      <BeachWhat :log="log" :hour="hour" />
      <div class="count" role="group" aria-label="Rides">
        <button type="button" class="plain" aria-label="one ride less" @click="ride(-1)">−</button>
        <p>
          <output>{{ draft.rides ?? '–' }}</output>
          rides
        </p>
        <button type="button" class="plain plus" aria-label="one ride more" @click="ride(1)">
          +
        </button>
      </div>
      <template v-if="asked">
        <p class="asked">
          <b data-asked>{{ asked.says }}</b> {{ draft.step + 1 }} of {{ BEHAVIOURS.length }}
          <span class="quiet">{{ asked.about }}, against what was said of it</span>
        </p>
        <AnswerFan
          :chosen="draft.ratings[asked.value]"
          :left="left"
          :next="draft.step + 1 < BEHAVIOURS.length ? 'skip' : 'on'"
          @answer="rate"
          @next="draft.step += 1"
        />
      </template>
      <BeachMore v-else :log="log" @keep="keep" @back="draft.step = 0" />
    </template>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul v-if="box.refused.length" aria-label="Not taken by the server">
      <li v-for="one in box.refused" :key="one.key">
        {{ new Date(one.session.started_at).toLocaleString() }}: {{ one.refused }}
        <button type="button" class="plain" @click="throwAway(one.key)">throw away</button>
      </li>
    </ul>
  </main>
</template>

<style scoped src="./BeachPlace.css"></style>
