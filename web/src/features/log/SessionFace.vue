<script setup lang="ts">
// One session in full: what was said of it, what can be changed, its track.
import { computed, ref, watch } from 'vue'
import { failureText, type LoggedSession, type Log, type TrackOut } from '@/shared/api/client'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { vDraft } from '@/shared/forms/draft'
import { readNumber } from '@/shared/units/units'
import { BEHAVIOURS, STEPS, type Behaviour } from '@/shared/log/behaviours'
import { useLog } from './log'
import TrackFace from './TrackFace.vue'
import { readTrack } from './tracks'
import { clock, shortDay } from '@/shared/log/when'

const props = defineProps<{ session: LoggedSession; log: Log }>()
const { change, takeOut, again } = useLog()
const track = ref<TrackOut | null>(null)
const fault = ref('')
const typed = ref<string | null>(null)

watch(
  () => props.session.track_id,
  async (id) => {
    track.value = null
    if (!id) return
    try {
      track.value = await readTrack(props.log.fitting_id, id)
    } catch (error) {
      fault.value = failureText(error)
    }
  },
  { immediate: true },
)
const board = computed(() => props.session.board.name || props.session.board.family)
const filled = computed(() => {
  const names: Record<string, string> = {
    face_m: 'face',
    steepness: 'steepness',
    wind: 'wind',
    tide: 'tide',
  }
  const found = props.session.hour.filled.map((one) => names[one]).filter(Boolean)
  return found.length ? `measured: ${found.join(', ')}` : ''
})
const waves = computed(() => {
  const { word, steepness, wind, tide } = props.session.hour
  const parts = [word, steepness, wind && `wind ${wind}`, tide && `tide ${tide}`].filter(Boolean)
  return parts.join(', ')
})
function rate(behaviour: Behaviour, step: number): void {
  const now = props.session.ratings[behaviour] === step ? null : step
  void change(props.session.id, ({ ratings }) => ({ ratings: { ...ratings, [behaviour]: now } }))
}
async function count(text: string): Promise<void> {
  const read = text.trim() === '' ? { value: null } : readNumber(text, [0, 300])
  typed.value = text
  fault.value = 'fault' in read ? read.fault : ''
  if ('fault' in read) return
  const rides = read.value === null ? null : Math.round(read.value)
  if (await change(props.session.id, () => ({ rides }))) typed.value = null
}
async function corrected(found: TrackOut): Promise<void> {
  track.value = found
  await again()
}
</script>

<template>
  <section :aria-label="`Session of ${shortDay(session.started_at)}`">
    <p class="says">
      {{ shortDay(session.started_at) }}, {{ clock(new Date(session.started_at)) }}:
      {{ session.rides === null ? 'rides not counted' : `${session.rides} rides` }} on {{ board
      }}{{ session.rider ? ` by ${session.rider}` : '' }}
    </p>
    <p class="quiet">
      {{ session.place }}: {{ waves || 'waves not said' }} {{ filled ? `(${filled})` : '' }} ·
      {{ Math.round(session.minutes) }} min
      <template v-if="session.said && !session.rider">
        · said before: {{ session.said.low }} to {{ session.said.high }}</template
      >
    </p>
    <p v-if="session.rider" class="quiet">
      A second rider: nothing is learned from it of {{ log.who }}.
    </p>
    <p v-if="session.note" class="note">{{ session.note }}</p>
    <p v-if="session.clip">
      <a :href="session.clip" target="_blank" rel="noopener noreferrer">clip</a>
    </p>
    <p class="line">
      <label
        >rides
        <input
          v-draft="typed ?? String(session.rides ?? '')"
          inputmode="numeric"
          aria-label="Rides"
          @change="(event) => count((event.target as HTMLInputElement).value)"
        />
      </label>
      <button type="button" class="plain link" @click="takeOut(session.id)">
        take this session out
      </button>
    </p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p class="quiet">
      Against what was expected of
      {{ session.against_old ? 'the old board on such a day' : board }}:
    </p>
    <p v-for="one in BEHAVIOURS" :key="one.value" class="rated" role="group" :aria-label="one.says">
      <span>{{ one.says }}</span>
      <ChoiceButtons
        :options="STEPS"
        :chosen="session.ratings[one.value]"
        @choose="(step) => rate(one.value, step)"
      />
    </p>
    <TrackFace
      v-if="track"
      :track="track"
      :fitting="log.fitting_id"
      :name="shortDay(session.started_at)"
      @changed="corrected"
    />
  </section>
</template>

<style scoped>
p {
  margin: 2px 0;
}
.says {
  font: 600 21px/1.2 var(--serif);
}
.quiet {
  color: var(--soft-ink);
}
.note {
  font: 17px var(--hand);
  color: var(--note);
}
.line {
  display: flex;
  gap: 18px;
}
input {
  width: 60px;
  text-align: right;
  background: none;
  color: inherit;
  border: 0;
  border-bottom: 1px solid var(--ink);
}
.rated {
  display: flex;
  gap: 6px;
  align-items: center;
}
.rated > span {
  width: 110px;
}
.fault {
  color: var(--pencil-text);
}
</style>
