<script setup lang="ts">
// Fit. To be read in five seconds: this size and kind, this board, why, one caution.
import { onMounted, ref } from 'vue'
import { useRack } from '../../state/rack'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import BenchView from './BenchView.vue'
import KeysDialog from './KeysDialog.vue'
import { useKeys } from './keys'
import LitreRuler from './LitreRuler.vue'
import RackStrip from './RackStrip.vue'
import ReaderBox from './ReaderBox.vue'
import TicketPanel from './TicketPanel.vue'
import VerdictPanel from './VerdictPanel.vue'
import Weaves from './Weaves.vue'
import WindowsPanel from './WindowsPanel.vue'

const { session, units, setUnits, signOut } = useSession()
const ticket = useTicket()
const rack = useRack()
const open = ref(0)
const help = ref(false)
const reader = ref<InstanceType<typeof ReaderBox> | null>(null)
const SAVING = {
  saved: 'saved',
  saving: 'saving …',
  refused: 'not saved: see the field',
  waiting: 'the server is away: kept, trying again',
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

useKeys({
  card: toggle,
  reader: (first) => reader.value?.take(first),
  handle: () => focus('[role=slider]'),
  rack: () => focus('[role=option][tabindex="0"]'),
  blank: () => void blank(),
  walk,
  undo: ticket.undo,
  redo: ticket.redo,
  help: () => (help.value = true),
})

onMounted(async () => {
  await Promise.all([rack.load(), ticket.loadList()])
  const last = Number(window.localStorage.getItem('chord-ticket'))
  const rows = ticket.state.list
  const first = rows.find((row) => row.id === last) ?? rows[0]
  if (first) await ticket.open(first.id)
  else await blank()
})
</script>

<template>
  <div class="place">
    <Weaves />
    <header class="top">
      <span class="brand">Chord</span>
      <nav aria-label="Places"><span aria-current="page">Fit</span></nav>
      <span class="saving" role="status">{{ SAVING[ticket.state.saving] }}</span>
      <ReaderBox ref="reader" />
      <button class="plain" type="button" title="Alt+N" @click="blank">new ticket</button>
      <button
        class="plain"
        type="button"
        title="Units"
        @click="setUnits(units === 'imperial' ? 'metric' : 'imperial')"
      >
        {{ units === 'imperial' ? 'ft-in' : 'metric' }} · kg
      </button>
      <button class="plain" type="button" aria-label="Keys" @click="help = true">?</button>
      <button class="plain out" type="button" :title="session?.shop ?? ''" @click="signOut">
        sign out
      </button>
    </header>
    <div v-if="ticket.fitting.value" class="middle">
      <TicketPanel :open="open" @toggle="toggle" />
      <div class="work">
        <LitreRuler />
        <BenchView />
        <WindowsPanel />
      </div>
      <VerdictPanel />
    </div>
    <RackStrip v-if="ticket.fitting.value" />
    <KeysDialog v-model="help" />
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-rows: 44px minmax(0, 1fr) 134px;
  height: 100vh;
  min-height: 720px;
  min-width: 1080px;
  background: var(--paper);
}
.top {
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 0 20px;
  background: var(--foam);
  border-bottom: 1px solid var(--hairline);
}
.brand {
  font: 600 23px var(--serif);
}
nav span {
  font-weight: 600;
  font-size: 15px;
  padding-bottom: 3px;
  border-bottom: 3px solid var(--pencil);
}
.saving {
  flex: 1;
  font-size: 13px;
  color: var(--faint);
}
.middle {
  display: grid;
  grid-template-columns: 275px minmax(0, 1fr) 320px;
  gap: 18px;
  padding: 12px 16px;
  min-height: 0;
}
.work {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 10px;
  min-height: 0;
}
</style>
