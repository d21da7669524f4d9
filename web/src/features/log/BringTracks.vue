<script setup lang="ts">
// Tracks in: files or a folder, one after another; a session is made of each that was surf.
import { onBeforeUnmount, ref } from 'vue'
import type { Log, SessionIn, TrackOut } from '@/shared/api/client'
import FileButton from '@/shared/shell/FileButton.vue'
import { newKey } from '@/shared/log/outbox'
import { sendTracks, type Brought } from './tracks'
import { useLog } from './log'

const props = defineProps<{ log: Log }>()
const { again } = useLog()
const now = ref<Brought | null>(null)
const going = ref(false)
const fault = ref('')
let stop = new AbortController()
onBeforeUnmount(() => stop.abort())

/** A session of a track: the board as last ridden, the first break; all of it can be changed after. */
function sessionOf(track: TrackOut): SessionIn | null {
  const board = props.log.boards[0]?.board
  if (!board || track.session_id || !track.track.session) return null
  return {
    key: newKey(),
    started_at: track.track.started,
    minutes: Math.min(Math.max(track.track.minutes, 5), 720),
    board,
    break_id: props.log.places[0]?.id ?? null,
    rides: track.track.rides.length,
    paddle_m_s: track.track.paddling.speed_m_s,
    track_id: track.id,
  }
}
async function bring(files: FileList): Promise<void> {
  stop = new AbortController()
  going.value = true
  fault.value = ''
  now.value = null
  try {
    now.value = await sendTracks(
      props.log.fitting_id,
      [...files],
      stop.signal,
      sessionOf,
      (brought, kept) => {
        now.value = brought
        if (kept) void again()
      },
    )
  } catch (error) {
    failed(error)
  } finally {
    going.value = false
    await again()
  }
}
function failed(error: unknown): void {
  fault.value = (error as Error).message
}
</script>

<template>
  <section aria-label="Bring tracks in">
    <p class="line">
      <FileButton
        accept=".gpx,.tcx,.xml"
        label="Tracks of a watch: GPX or TCX"
        multiple
        says="bring tracks in"
        @files="bring"
      />
      <button v-if="going" type="button" class="plain link" @click="stop.abort()">stop</button>
    </p>
    <template v-if="now">
      <progress v-if="going" :max="now.of" :value="now.done" aria-label="Tracks read" />
      <p role="status" data-brought>
        {{ now.done }} of {{ now.of }} read{{ now.stopped && !going ? ', stopped' : ''
        }}{{ now.known ? `, ${now.known} there before` : '' }}.
      </p>
      <p v-if="now.noSurf.length" class="quiet">No surf in: {{ now.noSurf.join(', ') }}</p>
      <ul v-if="now.bad.length" class="bad" aria-label="Not read">
        <li v-for="one in now.bad" :key="one">{{ one }}</li>
      </ul>
    </template>
    <p v-if="fault" class="bad" role="alert">{{ fault }}</p>
  </section>
</template>

<style scoped>
p {
  margin: 2px 0;
}
.line {
  display: flex;
  gap: 10px;
}
.bad {
  margin: 2px 0;
  padding-left: 16px;
  color: var(--pencil-text);
}
.quiet {
  color: var(--soft-ink);
}
progress {
  width: 100%;
  accent-color: var(--sea);
}
</style>
