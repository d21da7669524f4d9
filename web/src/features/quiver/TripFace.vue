<script setup lang="ts">
// A trip: to be read in five seconds: which one or two boards to take there.
import { computed, reactive, ref } from 'vue'
import { api, failureText, unwrap, type Quiver, type QuiverTrip } from '@/shared/api/client'
import { useRack } from '@/shared/state/rack'
import { useSession } from '@/shared/shell/session'
import { massText, readDays, readLong, readMass, readNumber, type Days } from '@/shared/units/units'

const props = defineProps<{ quiver: Quiver }>()
const { rack } = useRack()
const { words, units, faces, masses } = useSession()
const trip = ref<QuiverTrip | null>(null)
/** As typed: it stays, whatever is wrong with it. */
const typed = reactive({ at: '', waves: '', days: '10', longest: '', heaviest: '' })
const fault = ref('')

const places = computed(() => rack.breaks.map((one) => ({ id: one.id, name: one.name })))

/** What is asked, or what is wrong with what was typed. */
function asked(): { query: Record<string, number | string> } | { fault: string } {
  const query: Record<string, number | string> = {}
  if (typed.at) query.break_id = Number(typed.at)
  else if (typed.waves.trim() && words.value) {
    const read = readDays(typed.waves, words.value, props.quiver.body_m, faces.value, units.value)
    if ('fault' in read) return read
    Object.assign(query, known(read.value))
  } else return { fault: 'Say which break, or how large the waves are there: knee to head.' }
  const days = readNumber(typed.days, [1, 120])
  if ('fault' in days) return days
  query.days = Math.round(days.value)
  if (typed.longest.trim()) {
    const long = readLong(typed.longest, units.value)
    if ('fault' in long) return long
    query.longest_m = long.value
  }
  if (typed.heaviest.trim()) {
    const heavy = readMass(typed.heaviest, masses.value, [1, 60])
    if ('fault' in heavy) return heavy
    query.most_kg = heavy.value
  }
  return { query }
}
function known(days: Days): Record<string, number> {
  const rows = Object.entries({ small_m: days.small_m, usual_m: days.usual_m, big_m: days.big_m })
  return Object.fromEntries(
    rows.filter((row): row is [string, number] => typeof row[1] === 'number'),
  )
}
async function ask(): Promise<void> {
  const found = asked()
  fault.value = 'fault' in found ? found.fault : ''
  if (!('query' in found)) return
  const params = { path: { id: props.quiver.fitting_id }, query: found.query }
  try {
    trip.value = await unwrap<QuiverTrip>(api.GET('/api/fittings/{id}/quiver/trip/', { params }))
  } catch (error) {
    fault.value = failureText(error)
  }
}
</script>

<template>
  <div class="trip">
    <form @submit.prevent="ask">
      <label>
        where
        <select v-model="typed.at" @change="ask">
          <option value="">other waves …</option>
          <option v-for="one in places" :key="one.id" :value="String(one.id)">
            {{ one.name }}
          </option>
        </select>
      </label>
      <label v-if="!typed.at">
        waves there
        <input v-model="typed.waves" placeholder="knee to head" />
      </label>
      <label>days <input v-model="typed.days" class="short" inputmode="numeric" /></label>
      <label>
        no longer than
        <input v-model="typed.longest" class="short" placeholder="7'0" />
      </label>
      <label>
        together no heavier than
        <input v-model="typed.heaviest" class="short" placeholder="8 kg" />
      </label>
      <button type="submit" class="plain link">which to take</button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <template v-if="trip">
      <p class="says" data-trip>{{ trip.trip.says }}</p>
      <table v-if="trip.trip.sets.length">
        <tbody>
          <tr v-for="one in trip.trip.sets" :key="one.names.length">
            <th scope="row">{{ one.names.join(' and ') }}</th>
            <td>{{ Math.round(one.days) }} days</td>
            <td>{{ Math.round(one.rides) }} rides</td>
            <td>{{ massText(one.mass_kg, masses) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="trip.trip.left.length" class="quiet">
        Too long or too heavy: {{ trip.trip.left.join(', ') }}.
      </p>
      <ul>
        <li v-for="one in trip.trip.boards" :key="one.name">
          <b>{{ one.name }}</b>: {{ one.fins }} {{ one.leash }}
        </li>
      </ul>
      <p class="quiet">Rides at a session a day.</p>
    </template>
  </div>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: baseline;
  padding: 6px 0;
}
input,
select {
  min-height: 26px;
  padding: 0 5px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
.short {
  width: 64px;
}
.says {
  margin: 4px 0;
  font: 600 18px/1.25 var(--serif);
}
th {
  text-align: left;
}
td {
  padding-left: 14px;
  text-align: right;
}
ul {
  margin: 6px 0;
  padding: 0;
  list-style: none;
}
.quiet {
  color: var(--soft-ink);
}
.fault {
  margin: 0;
  color: var(--pencil-text);
}
</style>
