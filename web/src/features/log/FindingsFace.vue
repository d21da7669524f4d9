<script setup lang="ts">
// All sessions of the shop: to be read in five seconds: where is the model off, and how many stand behind it.
import { computed, onMounted, ref } from 'vue'
import { api, failureText, unwrap, type Findings } from '@/shared/api/client'

defineEmits<{ back: [] }>()
const found = ref<Findings | null>(null)
const fault = ref('')
onMounted(async () => {
  try {
    found.value = await unwrap<Findings>(api.GET('/api/findings/'))
  } catch (error) {
    fault.value = failureText(error)
  }
})

const WIDE = 220
/** Ratios from a third to three, equal ratios equally far. */
const x = (ratio: number) =>
  WIDE / 2 + (Math.log(Math.max(1 / 3, Math.min(3, ratio))) / Math.log(3)) * (WIDE / 2 - 6)
const off = computed(() => found.value?.findings.filter((one) => one.off) ?? [])
const says = computed(() => {
  if (!found.value) return ''
  if (!found.value.findings.length) return 'Too few counted sessions to find anything yet.'
  if (!off.value.length) return 'Nowhere off: rides come as expected.'
  return off.value.map((one) => `${one.name}: ${one.says}`).join('; ')
})
const HEADS = { all: '', water: 'waves', steepness: 'steepness', board: 'board', level: 'level' }
</script>

<template>
  <section aria-label="Findings of the shop">
    <button type="button" class="plain link" @click="$emit('back')">back to the trial</button>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <template v-if="found">
      <p class="says" data-findings>{{ says }}</p>
      <p class="quiet">
        Rides got over rides expected of anybody of that level, over {{ found.sessions }} counted
        sessions of {{ found.surfers }} {{ found.surfers === 1 ? 'surfer' : 'surfers' }}. One
        person's habits are no finding.
      </p>
      <p>
        <a href="/api/findings/sessions.json" download>the sessions without names (JSON)</a>
        <span class="quiet">
          : ./chord recalibrate reads them and says what they make of these constants</span
        >
      </p>
      <table v-if="found.findings.length">
        <caption class="unseen">
          Rides got over rides expected
        </caption>
        <thead>
          <tr>
            <th scope="col">where</th>
            <th scope="col">fewer · as expected · more</th>
            <th scope="col">sessions</th>
            <th scope="col">surfers</th>
            <th scope="col">what it could move</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in found.findings" :key="one.by + one.name" :class="{ off: one.off }">
            <th scope="row">
              {{ one.name }} <span class="quiet">{{ HEADS[one.by] }}</span>
            </th>
            <td>
              <svg :width="WIDE" height="16" aria-hidden="true">
                <line :x1="x(1 / 3)" :x2="x(3)" y1="8" y2="8" />
                <line :x1="x(1)" :x2="x(1)" y1="2" y2="14" />
                <rect
                  :x="x(one.ratio[0])"
                  :width="Math.max(x(one.ratio[2]) - x(one.ratio[0]), 2)"
                  y="5"
                  height="6"
                />
                <circle :cx="x(one.ratio[1])" cy="8" r="4" />
              </svg>
              <span class="unseen">{{ one.says }}</span>
            </td>
            <td class="number">{{ one.sessions }}</td>
            <td class="number">{{ one.surfers }}</td>
            <td class="quiet">{{ one.constants.join(', ') }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
p {
  margin: 3px 0;
}
.says {
  font: 600 21px/1.2 var(--serif);
}
.quiet {
  color: var(--soft-ink);
  font-weight: 400;
}
table {
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
}
thead th,
.off th {
  font-weight: 600;
}
tbody tr {
  border-top: 1px dotted var(--hairline);
}
td,
th {
  padding: 2px 10px 2px 0;
}
.number {
  text-align: right;
}
line {
  stroke: var(--hairline);
}
rect {
  fill: var(--pale-sea);
  opacity: 0.65;
}
circle {
  fill: var(--foam);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.off circle {
  fill: var(--ink);
}
.fault {
  color: var(--pencil-text);
}
.unseen {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
