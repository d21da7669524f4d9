// The board that could be ordered for the ticket in hand: solved when the answer has stood for a while.
import { computed, markRaw, reactive } from 'vue'
import { api, unwrap, type Board, type Orderable } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'
import { whenSettled } from './whenSettled'

/** Longer than the doubts wait: what is on the wall comes first. */
const REST_MS = 3000
const MEASURES = ['family', 'length_m', 'width_m', 'thickness_m'] as const
const state = reactive({ found: null as Orderable | null, of: 0 })

/** Ask for it whenever the ticket's answer stands; what was found before stays until then. */
export function watchOrderable(): void {
  const { fitting } = useTicket()
  whenSettled(REST_MS, async (id) => {
    const path = { params: { path: { id } } }
    const found = await unwrap<Orderable | undefined>(
      api.GET('/api/fittings/{id}/orderable/', path),
    )
    if (found && fitting.value?.id === id && fitting.value.version === found.version)
      Object.assign(state, { found: markRaw(found), of: id })
  })
}

/** What could be ordered, if it was found for this ticket. */
export function useOrderable() {
  const { fitting } = useTicket()
  const found = computed(() => (state.of === fitting.value?.id ? state.found : null))
  const same = (a: Board | null | undefined, b: Board | null | undefined) =>
    !!a && !!b && MEASURES.every((name) => a[name] === b[name])
  return {
    found,
    /** Whether it is of the ticket as it stands now. */
    current: computed(() => found.value?.version === fitting.value?.version),
    onBench: computed(() => same(fitting.value?.typed_board, found.value?.board)),
  }
}
