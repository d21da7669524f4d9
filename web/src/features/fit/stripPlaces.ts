// The boards of the strip in the order of the answer, those behind a gate last, and what is said under each.
import { computed } from 'vue'
import type { Ranked, RackBoard } from '@/shared/api/client'
import { useRack } from '@/shared/state/rack'
import { useTicket } from '@/shared/state/ticket'
import { useRackFilters } from './rackFilters'

/** A board with its fit (null before there is an answer) and its row of the answer. */
export interface StripPlace {
  board: RackBoard
  fit: number | null
  row: Ranked | null
}

export function useStripPlaces() {
  const { answer, doubts, facts } = useTicket()
  const { rack } = useRack()
  const { filtering, passes } = useRackFilters()
  const byId = computed(() => new Map(rack.boards.map((board) => [board.id, board])))
  const every = computed<StripPlace[]>(() => {
    const ranked = answer.value?.ranking ?? []
    const shut = answer.value?.shut ?? []
    if (!ranked.length && !shut.length)
      return rack.boards.map((board) => ({ board, fit: null, row: null }))
    const of = (id: number, fit: number, row: Ranked | null) => {
      const board = byId.value.get(id)
      return board ? [{ board, fit, row }] : []
    }
    return [
      ...ranked.flatMap((row) => of(row.id, row.fit, row)),
      ...shut.flatMap((id) => of(id, 0, null)),
    ]
  })
  const places = computed(() =>
    filtering.value ? every.value.filter((row) => passes(row.board, row.fit)) : every.value,
  )
  const fits = computed(() => places.value.filter((row) => (row.fit ?? 0) >= 50).length)

  function price(row: StripPlace): string {
    const all = row.board.out_of_the_door
    const most = facts.value.budget
    // Better boards may stand behind one that the budget buys: why is said here.
    const over = all !== null && most && all > most ? `${Math.ceil(all - most)} over` : ''
    return [over || (all === null ? '' : `${Math.round(all)} all in`), row.board.board.stock]
      .filter(Boolean)
      .join(', ')
  }

  /** How sure its place is, once that was tried. */
  const sure = (id: number) => doubts.value?.stability.find((one) => one.id === id)?.says ?? ''

  function says(row: StripPlace): string {
    const { board, label_says } = row.board
    const of = board.price ? `${board.price}, with fins, leash, pad or wax as all in` : ''
    return [label_says, of, sure(row.board.id)].filter(Boolean).join(' · ')
  }
  return { places, fits, price, says }
}
