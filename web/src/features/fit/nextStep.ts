// How long the board on the bench serves, and what comes after it, in a sentence.
import { computed, reactive } from 'vue'
import { api, unwrap, type NextStep } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'
import { whenSettled } from './whenSettled'

/** After the doubts: it looks three years ahead. */
const REST_MS = 2200
const state = reactive({ found: null as NextStep | null, of: 0 })

/** Ask for it whenever the ticket's answer stands. */
export function watchNextStep(): void {
  const { doubts, fitting } = useTicket()
  whenSettled(REST_MS, async (id) => {
    // On a tie the board that leads lies on the bench.
    const leads =
      doubts.value?.version === fitting.value?.version && doubts.value?.preferred_board_id
    const query = leads ? { preferred_board_id: leads } : {}
    const params = { path: { id }, query }
    const found = await unwrap<NextStep | undefined>(
      api.GET('/api/fittings/{id}/step/', { params }),
    )
    if (found && fitting.value?.id === id && fitting.value.version === found.version)
      Object.assign(state, { found, of: id })
  })
}

/** The sentence, as long as it is of the ticket as it stands. */
export function useNextStep() {
  const { fitting } = useTicket()
  return computed(() =>
    state.of === fitting.value?.id && state.found?.version === fitting.value?.version
      ? (state.found?.says ?? '')
      : '',
  )
}
