<script setup lang="ts">
// Own numbers. To be read in five seconds: which numbers are ours, who set them and why, which ships.
import { onMounted, ref, watch } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { shortDay } from '@/shared/log/when'
import FileButton from '@/shared/shell/FileButton.vue'
import { refusal, useNumbers, written } from './numbers'
import NumbersTray from './NumbersTray.vue'
import RevisionList from './RevisionList.vue'

const numbers = useNumbers()
const { learning, shown, revisions, fault, table, words, changed } = numbers
onMounted(numbers.loadAll)
const soon = useDebounceFn(numbers.load, 250)
watch(words, () => void soon())
watch(table, () => void numbers.load())
const own = () => shown.value?.tables.reduce((sum, one) => sum + one.own, 0) ?? 0
const all = () => shown.value?.tables.reduce((sum, one) => sum + one.numbers, 0) ?? 0
const readSays = ref('')
async function take(file: File | undefined): Promise<void> {
  if (file) readSays.value = await numbers.readFile(file)
}
const about = () => shown.value?.tables.find((one) => one.name === table.value)?.reason
const titleOf = (name: string) => shown.value?.tables.find((one) => one.name === name)?.title
</script>

<template>
  <section class="face" aria-label="Own numbers" tabindex="0">
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="shown" class="sum" data-sum>
      <b>{{ own() }}</b> of {{ all().toLocaleString('en') }} numbers are your own; the others are as
      they ship.
    </p>
    <p v-if="learning" class="quiet" role="status" data-learning>
      What the sessions of {{ learning }} surfers teach is worked out anew by them.
    </p>
    <p class="line">
      <label>find <input v-model="words" type="search" placeholder="sprint, age, dent …" /></label>
      <label
        >table
        <select v-model="table" aria-label="Table">
          <option value="">{{ words.trim() ? 'all tables' : 'your own numbers' }}</option>
          <option v-for="one in shown?.tables" :key="one.name" :value="one.name">
            {{ one.title }}{{ one.own ? ` (${one.own} own)` : '' }}
          </option>
        </select>
      </label>
      <span class="file">
        <a v-if="own()" href="/api/shop/numbers.json" download>yours as a file</a>
        <FileButton
          accept="application/json,.json"
          label="Own numbers from a file"
          says="from a file"
          @files="take($event[0])"
        />
      </span>
    </p>
    <p v-if="readSays" role="status" data-read>{{ readSays }}</p>
    <NumbersTray v-if="changed.length" :numbers="numbers" />
    <p v-if="about()" class="about">{{ about() }}</p>
    <table v-if="shown?.numbers.length">
      <thead>
        <tr>
          <th scope="col">number</th>
          <th scope="col">yours</th>
          <th scope="col">ships</th>
          <th scope="col">may be</th>
          <th scope="col">why</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in shown.numbers" :key="one.place" :data-number="one.place">
          <th scope="row">
            {{ one.says }}
            <button
              v-if="!table"
              type="button"
              class="plain link table"
              title="all numbers of this table"
              @click="table = one.table"
            >
              {{ titleOf(one.table) }}
            </button>
          </th>
          <td class="value">
            <input
              :value="numbers.textOf(one)"
              :aria-label="`${one.says}${one.unit && ', ' + one.unit}`"
              :aria-invalid="!!refusal(one, numbers.textOf(one))"
              :class="{ own: one.own }"
              inputmode="decimal"
              size="7"
              @input="numbers.type(one, ($event.target as HTMLInputElement).value)"
            />
            {{ one.unit }}
          </td>
          <td :class="{ quiet: !one.own }">{{ written(one.shipped) }}</td>
          <td class="quiet span">{{ written(one.low) }} to {{ written(one.high) }}</td>
          <td class="why">
            <template v-if="one.own">
              “{{ one.own.reason }}”
              <span class="quiet">{{ one.own.by }}, {{ shortDay(one.own.at) }}</span>
            </template>
            <span v-else class="quiet">{{ one.reason }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="shown && (table || words.trim())" class="quiet">
      No number is called that. Try one word of it.
    </p>
    <p v-else-if="shown" class="quiet">
      Find a number by a word, or choose a table. Before you keep another value you see what it does
      to the tickets of the last twelve months.
    </p>
    <p v-if="shown && shown.found > shown.numbers.length" class="quiet">
      {{ shown.found - shown.numbers.length }} more: say another word of it.
    </p>
    <p v-if="shown?.left_out.length" class="quiet" data-left-out>
      This version of Chord has no such number any more, or another range for it; what ships counts:
      {{ shown.left_out.map((one) => `${one.place} ${written(one.value)}`).join(', ') }}.
    </p>
    <RevisionList :revisions="revisions" :undo="numbers.undo" />
  </section>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.face {
  max-width: 1040px;
}
.sum {
  margin: 0 0 8px;
  font: 600 19px/1.3 var(--serif);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin: 0 0 8px;
}
.file {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.about {
  max-width: 78ch;
  margin: 0 0 8px;
  color: var(--soft-ink);
}
tbody th {
  font-weight: 600;
}
.table {
  display: block;
  font-weight: 400;
}
.value,
.span {
  white-space: nowrap;
}
input.own {
  font-weight: 600;
}
input[aria-invalid='true'] {
  border-color: var(--pencil);
}
.why {
  max-width: 46ch;
}
@media (max-width: 600px) {
  :is(td.span, th:nth-child(4), td.why, th:nth-child(5)) {
    display: none;
  }
}
</style>
