<script setup lang="ts">
// All numbers of the board on the bench, beside the present board's; each opens its why.
import { computed, ref } from 'vue'
import { useBoardDetails } from './boardDetails'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { csvOf, rowsOf } from './numbers'

defineEmits<{ why: [name: string] }>()
const { answer, version } = useTicket()
const { units } = useSession()
const { closer } = useBoardDetails()
const done = ref('')

const boards = computed(() => {
  const { bench, present } = answer.value ?? {}
  return [
    ...(bench ? [{ bench, ride: closer.faces?.bench ?? null }] : []),
    ...(present ? [{ bench: present, ride: closer.faces?.present ?? null }] : []),
  ]
})
const names = computed(() =>
  boards.value.map(({ bench }, i) => (i ? 'rides now' : bench.board.name || bench.board.family)),
)
const rows = computed(() => rowsOf(boards.value, units.value))
/** Two tables beside each other: the face is wider than high. */
const parts = computed(() => {
  const half = Math.ceil(rows.value.length / 2)
  return [rows.value.slice(0, half), rows.value.slice(half)]
})
const stale = computed(() => closer.faces?.version !== version.value)
const show = (value: number | null, places: number) => (value === null ? '' : value.toFixed(places))

async function copy(what: string, text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    done.value = `copied ${what}`
  } catch {
    done.value = 'The browser does not let this page copy.'
  }
}

function copyLine(): void {
  const bench = answer.value?.bench
  if (bench) void copy('the line', `${bench.board.name} ${bench.hull.line[units.value]}`.trim())
}
</script>

<template>
  <div class="numbers" :class="{ stale }">
    <p v-if="boards.length" class="copies">
      copy as
      <button class="plain link" type="button" @click="copyLine">line</button>
      <button class="plain link" type="button" @click="copy('CSV', csvOf(rows, names))">CSV</button>
      <button
        class="plain link"
        type="button"
        @click="copy('JSON', JSON.stringify(answer?.bench?.board, null, 1))"
      >
        JSON
      </button>
      <span role="status">{{ done }}</span>
    </p>
    <div class="scroll" tabindex="0" role="region" aria-label="Numbers">
      <table v-for="(part, k) in parts" :key="k">
        <thead>
          <tr>
            <th scope="col"><span class="unseen">measure</span></th>
            <th v-for="name in names" :key="name" scope="col">{{ name }}</th>
            <th scope="col"><span class="unseen">unit</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in part" :key="row.says">
            <th scope="row">{{ row.says }}</th>
            <td v-for="(value, i) in row.values" :key="i">
              <button
                v-if="i === 0 && row.why && value !== null"
                class="plain number"
                type="button"
                title="why"
                @click="$emit('why', row.why)"
              >
                {{ show(value, row.places) }}
              </button>
              <template v-else>{{ show(value, row.places) }}</template>
            </td>
            <td class="unit">{{ row.unit }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped src="./NumbersFace.css"></style>
