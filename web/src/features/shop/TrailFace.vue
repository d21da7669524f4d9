<script setup lang="ts">
// The trail. To be read in five seconds: who changed what last, from what to what.
import { computed, onMounted, ref, watch } from 'vue'
import { api, failureText, unwrap, type TrailPage } from '@/shared/api/client'
import { clock, shortDay } from '@/shared/log/when'

const rows = ref<TrailPage['changes']>([])
const kinds = ref<TrailPage['kinds']>({})
const next = ref<number | null>(null)
const kind = ref('')
/** One record whose whole history is shown. */
const only = ref<{ kind: string; row: number; name: string } | null>(null)
const fault = ref('')
const busy = ref(false)

/** The table of a kind of record. */
const tableOf = (says: string) =>
  Object.entries(kinds.value).find(([, word]) => word === says)?.[0] ?? ''
const asked = computed(() => {
  if (only.value) return { kind: tableOf(only.value.kind), row: only.value.row }
  return kind.value ? { kind: kind.value } : {}
})
const file = computed(() => {
  const words = Object.entries(asked.value).map(([name, value]) => [name, String(value)])
  return `/api/shop/trail.jsonl?${new URLSearchParams(words)}`
})

/** The last question: an answer to an earlier one is dropped. */
let last = 0

async function load(more = false): Promise<void> {
  const mine = ++last
  busy.value = true
  try {
    const before = more && next.value ? { before: next.value } : {}
    const found = await unwrap<TrailPage>(
      api.GET('/api/shop/trail/', { params: { query: { ...asked.value, ...before } } }),
    )
    if (mine !== last) return
    rows.value = more ? [...rows.value, ...found.changes] : found.changes
    next.value = found.next
    kinds.value = found.kinds
    fault.value = ''
  } catch (error) {
    fault.value = failureText(error)
  } finally {
    if (mine === last) busy.value = false
  }
}
onMounted(() => load())
watch(asked, () => void load())

/** The place of a value in words: facts.mass_kg is the mass. */
const place = (field: string) => field.split('.').slice(-2).join(' ').replaceAll('_', ' ')
const words = (one: TrailPage['changes'][number]) =>
  one.fields.map((field) => ({
    place: place(field.field),
    says:
      one.did === 'changed'
        ? `${field.before ?? 'nothing'} → ${field.after ?? 'nothing'}`
        : (field.after ?? field.before ?? ''),
  }))
</script>

<template>
  <section class="face" aria-label="Trail" tabindex="0">
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p class="line">
      <label v-if="!only"
        >show
        <select v-model="kind" aria-label="Kind of record">
          <option value="">everything</option>
          <option v-for="(says, table) in kinds" :key="table" :value="table">{{ says }}</option>
        </select>
      </label>
      <template v-else>
        <b>{{ only.kind }} {{ only.name }}</b>
        <button type="button" class="plain link" @click="only = null">everything again</button>
      </template>
      <a :href="file" download>all of it as a file</a>
    </p>
    <table :aria-busy="busy">
      <thead>
        <tr>
          <th scope="col">when</th>
          <th scope="col">who</th>
          <th scope="col">what</th>
          <th scope="col">from what to what</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in rows" :key="one.id" :data-change="one.kind">
          <td class="when">{{ shortDay(one.at) }}, {{ clock(new Date(one.at)) }}</td>
          <td>{{ one.who || 'command line' }}</td>
          <td class="what">
            {{ one.kind }}
            <button
              type="button"
              class="plain link"
              :title="`all changes of this ${one.kind}`"
              @click="only = { kind: one.kind, row: one.row, name: one.name }"
            >
              {{ one.name || one.row }}
            </button>
            {{ one.did }}
          </td>
          <td class="fields">
            <span v-for="field in words(one)" :key="field.place" class="field">
              {{ field.place }} <b>{{ field.says }}</b>
            </span>
            <span v-if="one.more" class="quiet">and {{ one.more }} more</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="!rows.length && !busy" class="quiet">Nothing was changed yet.</p>
    <button v-if="next" type="button" class="plain link" :disabled="busy" @click="load(true)">
      earlier ones
    </button>
  </section>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
  margin: 0 0 6px;
}
.when {
  white-space: nowrap;
}
.what {
  min-width: 190px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.field {
  overflow-wrap: anywhere;
}
.field b {
  font-weight: 600;
}
@media (max-width: 600px) {
  thead {
    display: none;
  }
  tr,
  td {
    display: block;
    padding-block: 1px;
  }
}
a {
  color: var(--sea);
  text-underline-offset: 3px;
}
</style>
