<script setup lang="ts">
// The log in and out as files: a table (CSV) or a document (JSON); and deck and dents by the month.
import { computed, ref } from 'vue'
import { api, ApiError, unwrap, type Kept, type Log, type SessionIn } from '@/shared/api/client'
import { keepSessions } from '@/shared/log/outbox'
import FileButton from '@/shared/shell/FileButton.vue'
import { useLog } from './log'
import { wearByMonth, wearSays } from './wear'

const props = defineProps<{ log: Log }>()
const { again } = useLog()
const says = ref('')
const refused = ref<readonly string[]>([])
const wear = computed(() => wearByMonth(props.log.sessions))
/** So many sessions are taken at once. */
const BATCH = 100

interface Read {
  kept: number
  known: number
  refused: string[]
}

async function readTable(text: string): Promise<void> {
  const read = await unwrap<Read>(
    api.POST('/api/fittings/{id}/log/table/', {
      params: { path: { id: props.log.fitting_id } },
      body: { text },
    }),
  )
  refused.value = read.refused
  says.value = read.refused.length
    ? 'Nothing is kept while a line is not understood.'
    : `${read.kept} kept, ${read.known} there before.`
}
async function readDocument(text: string): Promise<void> {
  const document = JSON.parse(text) as { sessions?: SessionIn[] }
  if (!Array.isArray(document.sessions)) throw new Error('A log has a list “sessions”.')
  const kept: Kept['kept'][number][] = []
  for (let i = 0; i < document.sessions.length; i += BATCH) {
    const batch = document.sessions.slice(i, i + BATCH)
    kept.push(...(await keepSessions(props.log.fitting_id, batch)).kept)
  }
  const known = kept.filter((one) => one.known).length
  says.value = `${kept.length - known} kept, ${known} there before.`
}
async function bring(files: FileList): Promise<void> {
  const file = files[0]
  if (!file) return
  says.value = ''
  refused.value = []
  try {
    const text = await file.text()
    await (/\.json$/i.test(file.name) ? readDocument(text) : readTable(text))
    await again()
  } catch (error) {
    const named = error instanceof ApiError ? `${error.fault.field}: ` : ''
    says.value = `${named}${(error as Error).message}`
  }
}
</script>

<template>
  <section aria-label="The log as files">
    <p v-if="wear.length"><b>Deck and dents</b></p>
    <ul v-if="wear.length" data-wear>
      <li v-for="one in wear" :key="one.month + one.board">
        {{ one.month }} {{ one.board }}: {{ wearSays(one) }}
      </li>
    </ul>
    <p class="quiet">
      The log as
      <a :href="`/api/fittings/${log.fitting_id}/log/table/`" download>table (CSV)</a> or
      <a :href="`/api/fittings/${log.fitting_id}/log/log.json`" download>document (JSON)</a>
    </p>
    <FileButton
      accept=".csv,.json"
      label="A log as table or document"
      says="bring a log in"
      @files="bring"
    />
    <p v-if="says" role="status" data-read>{{ says }}</p>
    <ul v-if="refused.length" class="bad" aria-label="Lines not understood">
      <li v-for="one in refused" :key="one">{{ one }}</li>
    </ul>
  </section>
</template>

<style scoped>
p {
  margin: 2px 0;
}
ul {
  margin: 0 0 4px;
  padding-left: 16px;
}
.quiet {
  color: var(--soft-ink);
}
.bad {
  color: var(--pencil-text);
}
</style>
