<script setup lang="ts">
// What to add, to give for it, or to sell. To be read in five seconds: the board that brings most days, its price.
import { computed, ref } from 'vue'
import type { Quiver, QuiverNext } from '@/shared/api/client'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { vDraft } from '@/shared/forms/draft'
import { useSession } from '@/shared/shell/session'
import { useQuiver } from './quiver'
import { fillOf } from './weaves'
import { countDays } from '@/shared/units/days'

const props = defineProps<{ quiver: Quiver; next: QuiverNext | null }>()
const { state, askNext } = useQuiver()
const { units } = useSession()
const WAYS = [
  { value: 'swap', says: 'one in, one out' },
  { value: 'add', says: 'only add' },
] as const
const way = ref<'swap' | 'add'>('add')
const FEW = 3

const owned = computed(() => props.quiver.boards.length)
const boardAt = (place: number) => props.next?.candidates[place - owned.value]
/** The boards that bring most, as they are added or given for another. */
const rows = computed(() => {
  const made = (props.next?.next ?? [])
    .filter((one) => one.suits)
    .map((one) => {
      const with_ = way.value === 'swap' && one.swap ? one.swap : null
      return {
        ...one,
        board: boardAt(one.place),
        out: with_?.out ?? '',
        days: (with_ ?? one).days_added,
        rides: (with_ ?? one).rides_added,
        pays: (with_ ?? one).price,
      }
    })
  const brings = made.filter((one) => one.rides >= 1 || one.days >= 1)
  return brings
    .sort((a, b) => Math.round(b.days) - Math.round(a.days) || b.rides - a.rides)
    .slice(0, FEW)
})
const most = computed(() => Math.max(1, ...rows.value.map((one) => one.days)))
const each = (pays: number | null | undefined, count: number) =>
  pays && pays > 0 && count >= 1 ? `${(pays / count).toFixed(0)} for each day gained` : ''
const sets = computed(() =>
  (props.next?.best_sets ?? []).map((one) => ({
    ...one,
    says: one.names.map((name, i) => ((one.places[i] ?? 0) < owned.value ? name : `+ ${name}`)),
  })),
)
const lost = computed(() => [...props.quiver.answer.regrets].sort((a, b) => a.rides - b.rides))
const mostLost = computed(() => Math.max(1, ...lost.value.map((one) => one.rides)))
const placeOf = (name: string) =>
  props.quiver.answer.countries.findIndex((one) => one.name === name)

const wrong = ref('')
function typeBudget(text: string): void {
  const plain = text.trim().replace(',', '.')
  const value = plain === '' ? null : Number(plain)
  wrong.value = value !== null && !(value >= 0 && value <= 100_000) ? plain : ''
  if (wrong.value) return
  state.budget = value
  void askNext()
}
</script>

<template>
  <section aria-label="Next board">
    <h2>
      Next board
      <span v-if="owned" class="ways" role="group" aria-label="Whether one goes">
        <ChoiceButtons :options="WAYS" :chosen="way" @choose="(one) => (way = one)" />
      </span>
    </h2>
    <p v-if="!next" class="quiet">{{ state.searching ? 'searching the rack …' : '' }}</p>
    <p v-else-if="!rows.length" class="quiet">No open board of the rack brings more.</p>
    <ol v-else class="next">
      <li v-for="one in rows" :key="one.place" :data-next="one.name">
        <router-link v-if="one.board?.id" :to="`/rack/${one.board.id}`">
          <b>{{ one.name }}</b>
        </router-link>
        <b v-else>{{ one.name }}</b>
        <span class="price">{{ one.price === null ? '' : one.price.toFixed(0) }}</span>
        <span class="dims">{{ one.board?.line[units] }}</span>
        <span v-if="one.out" class="quiet">
          for {{ one.out
          }}{{
            one.pays === null || one.pays === undefined ? '' : `: ${one.pays.toFixed(0)} to pay`
          }}
        </span>
        <span class="bar" :style="{ width: `${Math.max((one.days / most) * 60, 1)}%` }" />
        <span class="gain"
          ><b>{{ countDays(one.days) }}, {{ Math.round(one.rides) }} rides more a year</b>
          <span class="quiet each">{{ each(one.pays, one.days) }}</span></span
        >
      </li>
    </ol>
  </section>
  <section aria-label="Best sets">
    <h2>
      Best one, two and three
      <label class="budget">
        to spend
        <input
          v-draft="wrong || (state.budget === null ? '' : String(state.budget))"
          inputmode="decimal"
          aria-label="What may be spent"
          :aria-invalid="!!wrong"
          @change="(event) => typeBudget((event.target as HTMLInputElement).value)"
        />
      </label>
    </h2>
    <p v-if="wrong" class="fault" role="alert">“{{ wrong }}” is no amount: 0 to 100000.</p>
    <ol class="sets">
      <li v-for="one in sets" :key="one.names.length" :data-set="one.names.length">
        <b>{{ one.names.length === 1 ? 'one' : one.names.length === 2 ? 'two' : 'three' }}</b>
        <span>{{ one.says.join(', ') }}</span>
        <span class="quiet">
          {{ countDays(one.days) }}, {{ Math.round(one.rides) }} rides{{
            one.price ? `, for ${one.price.toFixed(0)}` : ''
          }}
        </span>
      </li>
    </ol>
  </section>
  <section v-if="lost.length > 1" aria-label="What selling one would lose">
    <h2>What selling one would lose in a year</h2>
    <ol class="lost">
      <li v-for="one in lost" :key="one.name" :data-lost="one.name">
        <svg width="26" height="14" aria-hidden="true">
          <rect x=".5" y=".5" width="25" height="13" :fill="fillOf(placeOf(one.name))" />
        </svg>
        <b>{{ one.name }}</b>
        <span v-if="one.worth !== null" class="price">brings {{ one.worth.toFixed(0) }}</span>
        <span
          class="bar hollow"
          :style="{ width: `${Math.max((one.rides / mostLost) * 60, 1)}%` }"
        />
        <span class="gain">{{ countDays(one.days) }}, {{ Math.round(one.rides) }} rides</span>
      </li>
    </ol>
  </section>
</template>

<style scoped src="./NextBoards.css"></style>
