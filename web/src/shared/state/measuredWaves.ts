// What the break of the ticket in hand really gives, where something is measured there.
import { computed, markRaw, ref, shallowRef, watch } from 'vue'
import { api, unwrap, type BreakClimate, type Water } from '@/shared/api/client'
import { useTicket } from './ticket'

/** For whom a break is told: how tall they are [m], and the days that they remember [m]. */
export type Whom = Record<string, number>

/** What of a water is remembered is what counts against what is measured. */
export function whomOf(said: Water | undefined, body_m?: number): Whom {
  const { small_m, usual_m, big_m } = said ?? {}
  const given = Object.entries({ body_m, small_m, usual_m, big_m })
  return Object.fromEntries(given.filter((pair): pair is [string, number] => !!pair[1]))
}

const real = shallowRef<BreakClimate | null>(null)
const asked = ref('')

/** It is asked for when the windows stand, so that it never holds an answer up. */
export function useMeasuredWaves() {
  const { state, fresh } = useTicket()
  // Not for how tall they are: a ticket takes figures of it, no words, and mass alone moves a guessed height.
  const question = computed(() => {
    const id = state.fitting?.break_id ?? null
    return { id, whom: whomOf(state.fitting?.water) }
  })
  watch(
    () => [JSON.stringify(question.value), fresh.value] as const,
    async ([mine, ready]) => {
      const { id, whom } = question.value
      if (mine === asked.value || (id !== null && !ready)) return
      // What was told of another break is not of this one.
      if (JSON.parse(asked.value || '{}').id !== id) real.value = null
      asked.value = mine
      if (id === null) return
      const params = { path: { id }, query: whom as never }
      const found = await unwrap<BreakClimate>(
        api.GET('/api/breaks/{id}/gives/', { params }),
      ).catch(() => null)
      if (asked.value === mine) real.value = found && markRaw(found)
    },
    { immediate: true },
  )
  return real
}
