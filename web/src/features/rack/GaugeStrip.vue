<script setup lang="ts">
// The bench gauge: what it sends goes into the sheet station by station; a lost connection loses nothing.
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { api, unwrap, type GaugeOut, type Told } from '@/shared/api/client'
import { useSheet } from './sheet'
import { stationsWith, TAPED } from './stations'

const { change } = useSheet()
const there = ref(false)
const on = ref(false)
const seen = ref(0)
const holds = ref(0)
const says = ref('')
const leftOut = ref<string[]>([])
const EVERY_MS = 700
let waiting: ReturnType<typeof setTimeout> | undefined

function take(found: GaugeOut): void {
  says.value = found.says
  leftOut.value = [...leftOut.value, ...found.left_out].slice(-4)
  seen.value = found.seen
  if (!found.readings.length) return
  change((draft) => {
    for (const reading of found.readings)
      for (const { name } of TAPED)
        if (reading[name] !== null)
          draft.board.stations = stationsWith(
            draft.board,
            reading.from_tail_m,
            name,
            Math.round(reading[name] * 1e5) / 1e5,
          )
  })
}

async function ask(call: Promise<Told<GaugeOut>>): Promise<GaugeOut | null> {
  try {
    return await unwrap<GaugeOut>(call)
  } catch {
    says.value = 'The server does not answer: what came stays, it is asked again.'
    return null
  }
}

async function listen(): Promise<void> {
  clearTimeout(waiting)
  if (!on.value) return
  const found = await ask(api.GET('/api/gauge/', { params: { query: { seen: seen.value } } }))
  if (found && on.value) take(found)
  waiting = setTimeout(() => void listen(), EVERY_MS)
}

async function start(): Promise<void> {
  on.value = !on.value
  clearTimeout(waiting)
  if (!on.value) return
  leftOut.value = []
  const found = await ask(api.GET('/api/gauge/', { params: { query: { seen: 0 } } }))
  // What it holds may be of the board before: taken only when somebody says so.
  holds.value = seen.value = found?.seen ?? 0
  says.value = found?.says ?? says.value
  void listen()
}

function takeAll(): void {
  seen.value = holds.value = 0
  void listen()
}

async function press(): Promise<void> {
  const found = await ask(api.POST('/api/gauge/', { body: { seen: seen.value } }))
  if (found) take(found)
}

onMounted(async () => {
  const found = await ask(api.GET('/api/gauge/', { params: { query: { seen: 0 } } }))
  there.value = !!found?.there
  says.value = ''
})
onBeforeUnmount(() => {
  on.value = false
  clearTimeout(waiting)
})
</script>

<template>
  <div v-if="there" class="gauge">
    <button type="button" class="plain choice" :aria-pressed="on" @click="start">gauge</button>
    <template v-if="on">
      <button type="button" class="plain link" @click="press">measure now</button>
      <button v-if="holds" type="button" class="plain link" @click="takeAll">
        take the {{ holds }} it holds
      </button>
      <span role="status">{{ says }}</span>
      <span v-for="one in leftOut" :key="one" class="fault">{{ one }}</span>
    </template>
  </div>
</template>

<style scoped>
.gauge {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  font-size: 13px;
}
</style>
