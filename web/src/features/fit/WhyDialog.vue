<script setup lang="ts">
// Why a number is what it is: the formula, its inputs in words with their values, the source.
import { computed, watch } from 'vue'
import type { Derivation } from '@/shared/api/client'
import { useBoardDetails } from './boardDetails'
import { whySays } from './whyWords'
import { vFocused } from '@/shared/keys/focused'

/** The derivation that is asked for, or none. */
const name = defineModel<string | null>({ required: true })
const { closer, askWhy } = useBoardDetails()
const open = computed({
  get: () => name.value !== null,
  set: (now) => {
    if (!now) name.value = null
  },
})

watch(
  name,
  (now) => {
    if (now !== null && !closer.why) void askWhy()
  },
  { immediate: true },
)

const derivations = computed(() => closer.why?.derivations ?? [])
/** What is asked for, then what goes into it by name. */
const shown = computed<Derivation[]>(() => {
  const asked = derivations.value.filter(
    (row) => row.of === name.value || row.of.startsWith(`${name.value}.`),
  )
  return asked.length ? asked : []
})
const others = computed(() => derivations.value.filter((row) => !shown.value.includes(row)))

function figure(value: number | null): string {
  if (value === null) return ''
  const size = Math.abs(value)
  if (size !== 0 && (size < 0.001 || size >= 1e5)) return value.toExponential(2)
  return String(Number(value.toPrecision(4)))
}
</script>

<template>
  <v-dialog v-model="open" max-width="680" aria-label="Why">
    <div class="why">
      <h2>Why</h2>
      <p v-if="closer.faults.why" role="alert">{{ closer.faults.why }}</p>
      <p v-else-if="!closer.why">Asking …</p>
      <p v-else-if="!shown.length">There is no derivation of this number.</p>
      <article v-for="row in shown" :key="row.of">
        <h3>
          {{ row.words }}: {{ figure(row.value) }} {{ row.unit }}
          <span v-if="row.outside">(outside of its range)</span>
        </h3>
        <p class="says">{{ whySays(row) }}</p>
        <dl>
          <template v-for="given in row.inputs" :key="given.symbol">
            <dd>{{ given.words }}</dd>
            <dt>{{ figure(given.value) }} {{ given.unit }}</dt>
          </template>
        </dl>
        <details>
          <summary>the formula and its source</summary>
          <p class="formula">{{ row.formula }}</p>
          <p class="source">
            <template v-for="given in row.inputs" :key="given.symbol"
              ><code>{{ given.symbol }}</code> {{ given.words }};
            </template>
            {{ row.source }}{{ row.valid ? `; holds for ${row.valid}` : '' }}
          </p>
        </details>
      </article>
      <label v-if="others.length" class="others">
        Another number
        <select :value="name" @change="name = ($event.target as HTMLSelectElement).value">
          <option v-for="row in derivations" :key="row.of" :value="row.of">{{ row.words }}</option>
        </select>
      </label>
      <v-btn v-focused @click="open = false">Close</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
.why {
  padding: 18px 24px;
  background: var(--foam);
  overflow-y: auto;
  max-height: 86vh;
}
h2 {
  margin: 0 0 4px;
  font: 600 22px var(--serif);
}
h3 {
  margin: 10px 0 2px;
  font: 600 15px var(--sans);
}
.formula {
  margin: 0 0 4px;
  font-family: ui-monospace, monospace;
  font-size: 13px;
  overflow-wrap: anywhere;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 1px 14px;
  margin: 0;
  font-size: 14px;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
.says {
  margin: 0 0 4px;
  font-size: 15px;
}
summary {
  margin-top: 4px;
  font-size: 13px;
  color: var(--sea);
  cursor: pointer;
}
code {
  font-size: 13px;
}
.source {
  margin: 4px 0 0;
  font-size: 13px;
  color: var(--soft-ink);
}
.others {
  display: block;
  margin: 12px 0;
  font-size: 13px;
  color: var(--soft-ink);
}
.others select {
  max-width: 100%;
  font: 14px var(--sans);
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-edge);
  padding: 3px 6px;
}
</style>
