<script setup lang="ts">
// The buoy: how much of it is there, files in with what was left out of them, hours out. A river: its gauge.
import { computed, reactive, ref } from 'vue'
import FileButton from '@/shared/shell/FileButton.vue'
import type { Break, FilesRead, FlowsRead } from '@/shared/api/client'
import { useWater } from './waterState'
import { numberOf, useFaults } from './fields'
import { sendFiles, sendFlows } from './files'

const props = defineProps<{ place: Break }>()
const emit = defineEmits<{ close: []; saved: [id: number] }>()
const { buoy, load, saveBuoy } = useWater()
const progress = ref('')
const fault = ref('')
const read = ref<FilesRead | null>(null)
const flows = ref<FlowsRead | null>(null)
let stop: AbortController | null = null
const river = computed(() => props.place.kind === 'river')
const holds = computed(() => {
  const of = buoy.value
  if (!of) return 'This break has no buoy yet: edit it and name one.'
  if (!of.hours) return `${of.name} holds no hour yet.`
  return `${of.name} holds ${of.hours.toLocaleString('en')} hours from ${of.from_day} to ${of.to_day}, ${Math.round((of.missing ?? 0) * 100)} % missing.`
})

async function send(list: FileList | null): Promise<void> {
  const files = [...(list ?? [])]
  if (!files.length) return
  stop?.abort()
  const mine = (stop = new AbortController())
  fault.value = ''
  read.value = flows.value = null
  progress.value = 'sending …'
  try {
    if (river.value) flows.value = await sendFlows(props.place.id, files[0] as File, mine.signal)
    else if (buoy.value)
      read.value = await sendFiles(buoy.value.id, files, mine.signal, (now) => {
        progress.value = `${now.file}: ${now.lines.toLocaleString('en')} lines`
      })
    await load()
  } catch (error) {
    if (!mine.signal.aborted) fault.value = error instanceof Error ? error.message : String(error)
    else fault.value = 'Stopped. Files that were read before stay.'
  } finally {
    progress.value = ''
  }
}
const { faults, take, clear } = useFaults(['name', 'station', 'depth_m'])
const form = reactive({
  name: buoy.value?.name ?? '',
  station: buoy.value?.station ?? '',
  depth_m: String(buoy.value?.depth_m ?? ''),
})
const kept = ref(false)

async function keep(): Promise<void> {
  clear()
  kept.value = false
  try {
    const depth_m = numberOf(form.depth_m, 'depth_m')
    await saveBuoy({ name: form.name, station: form.station, depth_m }, buoy.value?.id ?? null)
    kept.value = true
  } catch (error) {
    take(error)
  }
}
const done = computed(() => kept.value || !!(read.value?.files.length || flows.value))
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="680"
    :aria-label="river ? 'The gauge' : 'The buoy'"
    @update:model-value="done ? emit('saved', place.id) : emit('close')"
  >
    <div class="sheet">
      <div class="over">
        <h1>{{ river ? `The gauge of ${place.name}` : (buoy?.name ?? 'No buoy') }}</h1>
        <button
          type="button"
          class="plain link"
          @click="done ? emit('saved', place.id) : emit('close')"
        >
          {{ done ? 'show it' : 'close' }}
        </button>
      </div>
      <p v-if="!river">{{ holds }}</p>
      <p v-if="buoy?.poll_says && !river" class="fault">{{ buoy.name }} {{ buoy.poll_says }}.</p>
      <form v-if="buoy && !river" class="own" @submit.prevent="keep">
        <v-text-field v-model="form.name" label="Name" :error-messages="faults.name" />
        <v-text-field
          v-model="form.station"
          label="Station at the service"
          placeholder="not polled"
          persistent-placeholder
          :error-messages="faults.station"
        />
        <v-text-field
          v-model="form.depth_m"
          label="Water under it (m)"
          placeholder="deep"
          persistent-placeholder
          :error-messages="faults.depth_m"
        />
        <button type="submit" class="do">{{ kept ? 'kept' : 'Keep' }}</button>
      </form>
      <p v-if="faults['*']" class="fault" role="alert">{{ faults['*'] }}</p>
      <div v-if="river || buoy">
        <span class="hint">{{
          river
            ? 'A series of flows as CSV: time,flow_m3_s'
            : 'Standard meteorological buoy text, spectral summaries or CSV of a data service, plain or gzip; many years at once'
        }}</span>
        <FileButton
          :multiple="!river"
          :accept="
            river ? '.csv,text/csv' : '.txt,.spec,.csv,.gz,text/plain,text/csv,application/gzip'
          "
          :label="river ? 'A series of flows' : 'Files of the buoy'"
          @files="send($event)"
        />
      </div>
      <p v-if="progress" role="status">
        {{ progress }} <button type="button" class="plain link" @click="stop?.abort()">stop</button>
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <div v-if="read" class="result" role="status">
        <section v-for="one in read.files" :key="one.name">
          <p>
            <b>{{ one.name }}</b>: {{ one.readings.toLocaleString('en') }} readings,
            {{ one.hours.toLocaleString('en') }} hours<template v-if="one.faulty"
              >; {{ one.faulty }} figures or lines left out</template
            ><template v-if="one.stuck_spells"
              >; {{ one.stuck_spells }} spells in which the sensor stood still</template
            >
          </p>
          <p v-for="(row, i) in one.faults.slice(0, 6)" :key="i" class="fault">
            {{ row.line ? `line ${row.line}` : '' }} {{ row.column }} {{ row.says }}
          </p>
        </section>
        <p v-for="row in read.refused" :key="row.column" class="fault">
          {{ row.column }}: {{ row.says }}
        </p>
      </div>
      <div v-if="flows" class="result" role="status">
        <p>
          {{ flows.readings.toLocaleString('en') }} readings from {{ flows.from_day }} to
          {{ flows.to_day
          }}<template v-if="flows.faulty">; {{ flows.faulty }} lines left out</template>.
        </p>
        <p v-for="(row, i) in flows.faults.slice(0, 6)" :key="i" class="fault">
          line {{ row.line }} {{ row.says }}
        </p>
      </div>
      <p v-if="buoy?.hours && !river">
        <a :href="`/api/buoys/${buoy.id}/hours/`" download>its hours as CSV</a>
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
p {
  margin: 0;
}
.over button {
  margin-left: auto;
}
label {
  display: grid;
  gap: 4px;
}
.own {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr auto;
  gap: 14px;
  align-items: end;
}
.hint {
  font-size: 13px;
  color: var(--soft-ink);
}
.result {
  max-height: 300px;
  overflow-y: auto;
  display: grid;
  gap: 6px;
}
</style>
