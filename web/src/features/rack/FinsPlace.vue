<script setup lang="ts">
// The fin wall. To be read in five seconds: which sets hang here, how many of each, what is out.
import { computed, onMounted, ref } from 'vue'
import { FIN_SET_SIZE_WORDS } from '@/shared/api/allowed'
import type { FinsOut, FinsRead } from '@/shared/api/client'
import { vDraft } from '@/shared/forms/draft'
import FileButton from '@/shared/shell/FileButton.vue'
import { usePageTitle } from '@/shared/shell/pageTitle'
import TopBar from '@/shared/shell/TopBar.vue'
import { useFins } from './fins'

const { fins, load, readTable, takeOff, type } = useFins()
const looked = ref('')
const text = ref('')
const read = ref<FinsRead | null>(null)
usePageTitle(() => 'Fins')
onMounted(load)

const HEADS = ['set', 'set-up', 'box', 'size', 'flex', 'front', 'rear', 'price', 'hang here', '']
const SIZES = new Set<string>(FIN_SET_SIZE_WORDS.map((size) => size.toLowerCase()))
const rows = computed(() => {
  const words = looked.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (fins.rows ?? []).filter(({ fins: { name, setup, box, size, flex } }) => {
    const all = `${name} ${setup} ${box} ${size ?? ''} ${flex}`.toLowerCase()
    // “m” is the size, and no part of “medium”.
    return words.every((word) =>
      SIZES.has(word) ? size?.toLowerCase() === word : all.includes(word),
    )
  })
})
const out = computed(() => (fins.rows ?? []).filter((row) => !row.count))
/** Area of one fin and depth of a group: 95 cm², 115 mm. */
function group(row: FinsOut, i: number): string {
  const of = row.fins.groups[i]
  return of ? `${(of.area_m2 * 1e4).toFixed(0)} cm², ${(of.depth_m * 1e3).toFixed(0)} mm` : ''
}
const shown = (row: FinsOut, field: 'price' | 'count') =>
  fins.refused[`${row.id} ${field}`]?.text ??
  String((field === 'price' ? row.fins.price : row.count) ?? '')
const wrong = (row: FinsOut) =>
  ['price', 'count'].map((field) => fins.refused[`${row.id} ${field}`]?.says).filter(Boolean)[0]

const title = computed(() => {
  const all = fins.rows?.length
  if (all === undefined) return 'Fins'
  return rows.value.length < all ? `${rows.value.length} of ${all} fin sets` : `${all} fin sets`
})

let waiting: ReturnType<typeof setTimeout> | undefined
function typed(): void {
  clearTimeout(waiting)
  if (!text.value.trim()) read.value = null
  else waiting = setTimeout(() => void go(false), 250)
}
/** A workbook that was chosen, in base 64; a text that is typed goes before it. */
const workbook = ref('')
async function go(write: boolean): Promise<void> {
  const given = text.value || !workbook.value ? { text: text.value } : { workbook: workbook.value }
  read.value = await readTable(given, write)
  if (read.value?.kept) text.value = ''
}
async function chosen(file: File | undefined): Promise<void> {
  if (!file) return
  const packed = file.name.toLowerCase().endsWith('.xlsx')
  text.value = packed ? '' : await file.text()
  workbook.value = packed ? await base64(file) : ''
  await go(false)
}
function base64(file: File): Promise<string> {
  return new Promise((done, fail) => {
    const reader = new FileReader()
    reader.onload = () => {
      const packed = typeof reader.result === 'string' ? reader.result : ''
      done(packed.split(',')[1] ?? '')
    }
    reader.onerror = () => fail(reader.error ?? new Error('not read'))
    reader.readAsDataURL(file)
  })
}
</script>

<template>
  <div class="whole">
    <TopBar>
      <input
        v-model="looked"
        class="box search"
        type="search"
        aria-label="Find fins"
        placeholder="name, set-up, box, size, flex"
      />
    </TopBar>
    <main>
      <header class="over">
        <router-link to="/rack" class="back">the rack</router-link>
        <h1>
          <span role="status">{{ title }}</span>
        </h1>
        <span v-if="out.length" class="fault">
          out: {{ out.map((row) => row.fins.name).join(', ') }}
        </span>
        <a class="out" href="/api/fins/table/" download>as CSV</a>
        <a href="/api/fins/table/?form=xlsx" download>as a workbook</a>
      </header>
      <p v-if="fins.fault" class="fault" role="alert">{{ fins.fault }}</p>
      <div class="rows" tabindex="0" role="region" aria-label="Fin sets">
        <table>
          <thead>
            <tr>
              <th v-for="head in HEADS" :key="head" scope="col">
                {{ head }}<span v-if="!head" class="unseen">take off</span>
              </th>
            </tr>
          </thead>
          <tbody v-may:only-read="'change the stock'">
            <tr v-for="row in rows" :key="row.id" :data-fins="row.fins.name">
              <th scope="row">{{ row.fins.name }}</th>
              <td>{{ row.fins.setup }}</td>
              <td>{{ row.fins.box }}</td>
              <td>{{ row.fins.size }}</td>
              <td>{{ row.fins.flex }}</td>
              <td>{{ group(row, 0) }}</td>
              <td>{{ group(row, 1) }}</td>
              <td v-for="field in ['price', 'count'] as const" :key="field">
                <input
                  v-draft="shown(row, field)"
                  inputmode="decimal"
                  :aria-label="`${field} of ${row.fins.name}`"
                  @change="type(row, field, ($event.target as HTMLInputElement).value)"
                />
              </td>
              <td>
                <span v-if="wrong(row)" class="fault" role="alert">{{ wrong(row) }}</span>
                <button
                  type="button"
                  class="plain link"
                  :aria-label="`take off ${row.fins.name}`"
                  @click="takeOff(row)"
                >
                  take off
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-may="'change the stock'" class="in">
        <label class="paste">
          <span class="label">fins in: a set a line, or a table with heads, pasted</span>
          <textarea
            v-model="text"
            spellcheck="false"
            placeholder="Kelp M, thruster, two-tab, M, medium, 79, 3 sets"
            aria-label="A table of fins"
            @input="typed"
          />
        </label>
        <div class="drop">
          <span class="label">or a file: CSV, .xlsx</span>
          <FileButton
            accept=".csv,.txt,text/csv,.xlsx"
            label="Fins as a file"
            @files="chosen($event[0])"
          />
          <template v-if="read">
            <span role="status" :class="{ fault: read.faults.length }">
              {{ read.new }} new, {{ read.changed }} brought up to date{{
                read.kept ? '' : `, ${read.faults.length} faults`
              }}.
            </span>
            <span
              v-for="one in read.faults.slice(0, 4)"
              :key="`${one.row} ${one.column}`"
              class="fault"
            >
              row {{ one.row }}{{ one.column ? `, ${one.column}` : '' }}: {{ one.message }}
            </span>
            <button
              v-if="!read.kept && !read.faults.length"
              type="button"
              class="do"
              @click="go(true)"
            >
              hang them
            </button>
          </template>
        </div>
      </div>
    </main>
  </div>
</template>

<style scoped src="./FinsPlace.css"></style>
