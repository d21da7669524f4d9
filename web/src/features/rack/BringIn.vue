<script setup lang="ts">
// Bring boards in. To be read in five seconds: how many were read, which rows are wrong and where, whether the
// labels agree with the dims.
import { computed, onBeforeUnmount, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { ReadTable } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useWall } from './wallState'
import FileButton from '@/shared/shell/FileButton.vue'
import TopBar from '@/shared/shell/TopBar.vue'
import LabelChart from './LabelChart.vue'
import { sendTable } from './table'

const router = useRouter()
const { units } = useSession()
const { forget } = useWall()
const text = ref('')
const file = ref<File | null>(null)
const read = ref<ReadTable | null>(null)
const progress = ref<{ done: number; of: number } | null>(null)
const fault = ref('')
const said = ref('')
let stop: AbortController | null = null
const SHOWN = 300

const raw = () => file.value ?? new Blob([text.value])
const rows = computed(() => {
  const all = read.value?.rows ?? []
  // What is wrong stands first; of many rows the first are shown.
  return [
    ...all.filter((row) => row.faults.length),
    ...all.filter((row) => !row.faults.length),
  ].slice(0, SHOWN)
})
const sums = computed(() => {
  const now = read.value
  if (!now) return ''
  const old = now.rows.length - now.new
  const many = `${now.rows.length} ${now.rows.length === 1 ? 'row' : 'rows'} read`
  return [
    many,
    old ? `${now.new} new, ${old} hang here and are brought up to date` : `${now.new} new`,
    now.bad ? `${now.bad} with faults: mend them, nothing is written before` : '',
  ]
    .filter(Boolean)
    .join(' · ')
})

async function go(accept: boolean): Promise<void> {
  stop?.abort()
  const mine = (stop = new AbortController())
  fault.value = said.value = ''
  progress.value = { done: 0, of: 0 }
  try {
    const last = await sendTable(raw(), accept, mine.signal, (now) => (progress.value = now))
    if ('read' in last) read.value = last.read
    else if ('error' in last) fault.value = last.error.message
    else {
      said.value = `${last.hung} hung, ${last.changed} brought up to date.`
      read.value = null
      text.value = ''
      file.value = null
      forget()
    }
  } catch (error) {
    fault.value = mine.signal.aborted
      ? 'Stopped: nothing was written.'
      : error instanceof Error
        ? error.message
        : String(error)
  }
  if (stop === mine) progress.value = null
}

let waiting: ReturnType<typeof setTimeout> | undefined
function typed(): void {
  file.value = null
  clearTimeout(waiting)
  if (!text.value.trim()) read.value = null
  else waiting = setTimeout(() => void go(false), 250)
}
function chosen(given: File | null | undefined): void {
  if (!given) return
  file.value = given
  text.value = ''
  read.value = null
  void go(false)
}
function keyed(event: KeyboardEvent): void {
  if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
    event.preventDefault()
    if (read.value && !read.value.bad) void go(true)
  }
}
onBeforeUnmount(() => {
  clearTimeout(waiting)
  stop?.abort()
})
const NO_FAULT: string[] = []
const faultsOf = (row: ReadTable['rows'][number]) =>
  row.faults.length
    ? row.faults.map((one) => `${one.column ? `${one.column}: ` : ''}${one.message}`)
    : NO_FAULT
</script>

<template>
  <div class="whole" @keydown="keyed">
    <TopBar :says="said" />
    <main>
      <header class="over">
        <router-link to="/rack" class="back">the rack</router-link>
        <h1>Boards in</h1>
        <span v-if="sums" role="status" :class="{ fault: read?.bad }">{{ sums }}</span>
        <button
          v-if="read && !read.bad"
          type="button"
          class="do hang"
          title="Ctrl+Enter"
          @click="go(true)"
        >
          hang {{ read.rows.length === 1 ? 'it' : 'them' }}
        </button>
        <nav class="out" aria-label="The rack as a table">
          <a href="/api/rack/table/?form=xlsx" download>the rack as a workbook</a>
          <a href="/api/rack/table/" download>as CSV</a>
          <a href="/api/rack/table/?separator=semicolon" download>with semicolons</a>
        </nav>
      </header>
      <div class="in">
        <label class="paste">
          <span class="label">a line of dims, many, or a table pasted from a spreadsheet</span>
          <textarea
            v-model="text"
            spellcheck="false"
            placeholder="Mallet 6'0 x 20 1/8 x 2 1/2, 33 L&#10;9'2 x 22 1/2 x 2 7/8&#10;183 x 51 x 6.3"
            aria-label="Lines of dims or a table"
            autofocus
            @input="typed"
          />
        </label>
        <div class="drop" @dragover.prevent @drop.prevent="chosen($event.dataTransfer?.files[0])">
          <span class="label">or a file: .xlsx, CSV</span>
          <FileButton
            accept=".xlsx,.csv,.txt,.tsv,text/csv,text/plain"
            label="A table as a file"
            @files="chosen($event[0])"
          />
          <span v-if="file">{{ file.name }}</span>
          <span class="hint"
            >heads: number, name, family, line (or length, width, thickness), litres, price, stock,
            condition, build, fins, fin boxes, colour, in the shop since. A known number is brought
            up to date.</span
          >
        </div>
        <LabelChart v-if="read" :rows="read.rows" />
      </div>
      <p v-if="progress" class="going" role="status">
        <!-- First, so that it stays under the hand while the numbers grow. -->
        <button type="button" class="do" @click="stop?.abort()">stop</button>
        <progress :value="progress.done" :max="progress.of || 1" />
        {{ progress.done }} of {{ progress.of || '…' }}
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <p v-if="said" class="done">
        {{ said }}
        <button type="button" class="plain link" @click="router.push('/rack')">To the wall</button>
      </p>
      <div v-if="read" class="rows">
        <p v-for="note in read.notes" :key="note" class="hint" data-note>{{ note }}</p>
        <p v-if="read.left_out.length" class="hint">
          Nobody reads the {{ read.left_out.length === 1 ? 'column' : 'columns' }}
          {{ read.left_out.join(', ') }}.
        </p>
        <table>
          <thead>
            <tr>
              <th
                v-for="head in ['row', 'number', 'name', 'line', 'family', 'dims give', 'says']"
                :key="head"
                scope="col"
              >
                {{ head }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.at" :class="{ bad: row.faults.length }">
              <td>{{ row.at }}</td>
              <td>{{ row.number }}</td>
              <td>{{ row.name }}</td>
              <td class="line">{{ row.line?.[units] }}</td>
              <td>
                <span :class="{ pencilled: row.guessed && row.family }">{{ row.family }}</span>
              </td>
              <td>{{ row.litres === null ? '' : `${row.litres.toFixed(1)} L` }}</td>
              <td>
                <div v-for="one in faultsOf(row)" :key="one" class="fault">{{ one }}</div>
                <span v-if="row.confirm">{{ row.confirm }} </span>
                <span v-if="!row.new">hangs here: brought up to date</span>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="read.rows.length > SHOWN" class="hint">
          The first {{ SHOWN }} of {{ read.rows.length }} rows; what is wrong stands first.
        </p>
      </div>
    </main>
  </div>
</template>

<style scoped src="./BringIn.css"></style>
