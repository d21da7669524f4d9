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

<style scoped src="./WhyDialog.css"></style>
