<script setup lang="ts">
// Fit. To be read in five seconds: this size and kind, this board, why, one caution.
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { clearWithTicket, useBoardDetails } from './boardDetails'
import { useRack } from '@/shared/state/rack'
import { useRackFilters } from './rackFilters'
import { useTicket } from '@/shared/state/ticket'
import { useKeymap } from '@/shared/keys/keymap'
import TopBar from '@/shared/shell/TopBar.vue'
import BenchView from './BenchView.vue'
import { nextFace, type Face } from './faces'
import { FIT_KEYS } from './keymap'
import LitreRuler from './LitreRuler.vue'
import RackStrip from './RackStrip.vue'
import ReaderBox from './ReaderBox.vue'
import TicketPanel from './TicketPanel.vue'
import VerdictPanel from './VerdictPanel.vue'
import WindowsPanel from './WindowsPanel.vue'

// Not needed for the first answer: fetched when they are opened.
const HandOver = defineAsyncComponent(() => import('./HandOver.vue'))
const CustomerSide = defineAsyncComponent(() => import('./CustomerSide.vue'))
const KeysDialog = defineAsyncComponent(() => import('@/shared/keys/KeysDialog.vue'))
const UndoBar = defineAsyncComponent(() => import('@/shared/shell/UndoBar.vue'))
const WhyDialog = defineAsyncComponent(() => import('./WhyDialog.vue'))

const { askCompare, askWhyNot } = useBoardDetails()
const { strip, clear, unmark } = useRackFilters()
const ticket = useTicket()
const rack = useRack()
const open = ref(0)
const help = ref(false)
const customer = ref(false)
const face = ref<Face>('flat')
const why = ref<string | null>(null)
const reader = ref<InstanceType<typeof ReaderBox> | null>(null)
const props = defineProps<{ id: number | null }>()
const router = useRouter()
const SAVING = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'the server is away: kept, trying again',
  locked: 'not signed in: kept, saved after signing in',
  gone: 'this ticket was thrown away elsewhere: what you typed is kept',
}

function toggle(digit: number): void {
  open.value = open.value === digit ? 0 : digit
}

function focus(selector: string): void {
  document.querySelector<HTMLElement>(selector)?.focus()
}

function walk(by: number): void {
  const { list, fitting } = ticket.state
  const now = list.findIndex((row) => row.id === fitting?.id)
  const next = list[(now + by + list.length) % list.length]
  if (next) void ticket.open(next.id)
}

async function blank(): Promise<void> {
  await ticket.openNew()
  open.value = 1
}

useKeymap(FIT_KEYS, {
  card: (event) => toggle(Number(event.code.slice(-1))),
  reader: (event) => reader.value?.take(event.key),
  search: () => reader.value?.take(''),
  handle: () => focus('.ruler [role=slider]'),
  rack: () => focus('.hung[tabindex="0"]'),
  blank: () => blank(),
  before: () => walk(-1),
  next: () => walk(1),
  undo: ticket.undo,
  redo: ticket.redo,
  help: () => (help.value = true),
  face: () => (face.value = nextFace(face.value)),
  whyNot: () => askWhyNot(),
  customer: () => (customer.value = !customer.value),
  print: () => window.open(`/api/fittings/${ticket.fitting.value?.id}/hand-out.pdf`, '_blank'),
})
clearWithTicket()

/** Marks lay their boards beside the one on the bench; without marks the present board lies there. */
const beside = computed(() =>
  strip.beside.length ? strip.beside : ticket.facts.value.present_board ? ['now'] : [],
)
watch(
  () => [...strip.beside],
  (marks) => marks.length && (face.value = 'beside'),
)
watch(
  () => [
    face.value,
    beside.value.join(),
    ticket.version.value,
    ticket.answer.value?.bench?.id,
    ticket.state.fitting?.id,
  ],
  () => {
    const wanted = face.value === 'beside' ? beside.value : strip.beside
    if (wanted.length && ticket.answer.value?.bench) void askCompare(wanted)
  },
)
watch(
  () => ticket.state.fitting?.id,
  () => {
    unmark()
    clear()
    face.value = 'flat'
  },
)

const says = computed(() => {
  const { other, saving } = ticket.state
  return other || (saving === 'refused' ? `not saved: ${ticket.refusal.value}` : SAVING[saving])
})

// A ticket has an address, and Back goes back to the one before.
watch(
  () => ticket.state.fitting?.id,
  (id) => {
    if (!id || id === props.id) return
    const to = { name: 'fit', params: { id } }
    void (props.id === null ? router.replace(to) : router.push(to))
  },
)
watch(
  () => props.id,
  (id) => id && id !== ticket.state.fitting?.id && void ticket.open(id).catch(() => first()),
)
usePageTitle(() => ticket.facts.value.name || 'New ticket')

/** The ticket of last time, else the first, else a blank one. */
async function first(): Promise<void> {
  const last = Number(window.localStorage.getItem('chord-ticket'))
  const rows = ticket.state.list
  const row = rows.find((other) => other.id === last) ?? rows[0]
  if (row) await ticket.open(row.id)
  else await blank()
}

onMounted(async () => {
  await Promise.all([rack.load(), ticket.loadList()])
  if (props.id) await ticket.open(props.id).catch(first)
  else await first()
  // The one that was open before this place was left keeps its number: its address is written all the same.
  const id = ticket.state.fitting?.id
  if (id && id !== props.id) void router.replace({ name: 'fit', params: { id } })
})
</script>

<template>
  <div class="place">
    <TopBar :says="says">
      <ReaderBox ref="reader" />
      <button class="plain" type="button" title="Alt+N" @click="blank">new ticket</button>
      <button
        v-if="ticket.state.saving === 'gone'"
        class="plain link"
        type="button"
        @click="ticket.openKept()"
      >
        make a new ticket of it
      </button>
      <HandOver @customer="customer = true" />
      <template #end>
        <button class="plain" type="button" aria-label="Keys" @click="help = true">?</button>
      </template>
    </TopBar>
    <main v-if="ticket.fitting.value" class="middle">
      <TicketPanel :open="open" @toggle="toggle" />
      <div class="work" :class="{ tall: face === 'gear' }">
        <LitreRuler />
        <BenchView v-model="face" @why="why = $event" />
        <!-- What goes with the board takes the room of the measures: nobody reads both. -->
        <WindowsPanel v-if="face !== 'gear'" />
      </div>
      <VerdictPanel @why="why = $event" />
    </main>
    <UndoBar
      v-if="ticket.state.thrown"
      :says="`Thrown away: ${ticket.state.thrown.name}.`"
      @undo="ticket.takeBack()"
      @close="ticket.forgetThrown()"
    />
    <RackStrip v-if="ticket.fitting.value" />
    <KeysDialog v-if="help" v-model="help" :keys="FIT_KEYS" />
    <WhyDialog v-if="why !== null" v-model="why" />
    <CustomerSide v-if="customer" v-model="customer" />
  </div>
</template>

<style scoped src="./FitPlace.css"></style>
