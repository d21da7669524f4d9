// The boards of the strip in the order of the answer, those behind a gate last, and what is said under each.
import { computed, watch, type Ref } from 'vue'
import type { Ranked, RackBoard } from '@/shared/api/client'
import { useRack } from '@/shared/state/rack'
import { useTicket } from '@/shared/state/ticket'
import { useRackFilters } from './rackFilters'

/** A board with its fit (null before there is an answer, and behind the first boards of a large rack until
 * somebody looks there) and its row of the answer. */
export interface StripPlace {
  board: RackBoard
  fit: number | null
  row: Ranked | null
}

/** A board fits from here on. */
const FITS = 50

export function useStripPlaces() {
  const { answer, doubts, facts, version, loadRack } = useTicket()
  const { rack } = useRack()
  const { filtering, passes } = useRackFilters()
  const byId = computed(() => new Map(rack.boards.map((board) => [board.id, board])))
  const every = computed<StripPlace[]>(() => {
    const ranked = answer.value?.ranking ?? []
    const { behind, shut } = answer.value ?? { behind: [], shut: [] }
    if (!ranked.length && !shut.length)
      return rack.boards.map((board) => ({ board, fit: null, row: null }))
    const of = (id: number, fit: number | null, row: Ranked | null) => {
      const board = byId.value.get(id)
      return board ? [{ board, fit, row }] : []
    }
    return [
      ...ranked.flatMap((row) => of(row.id, row.fit, row)),
      ...behind.flatMap((id) => of(id, null, null)),
      ...shut.flatMap((id) => of(id, 0, null)),
    ]
  })
  const places = computed(() =>
    filtering.value ? every.value.filter((row) => passes(row.board, row.fit)) : every.value,
  )
  /** How many fit; with the better ones alone judged, it may be that more do. */
  const fits = computed(() => {
    const count = places.value.filter((row) => (row.fit ?? 0) >= FITS).length
    const last = answer.value?.ranking.at(-1)
    const more = answer.value?.behind.length && last && last.fit >= FITS
    return `${count}${more ? ' or more' : ''} of ${places.value.length} fit`
  })

  /** Have the rest judged as soon as one of it is in sight, or a filter may show one. */
  function judgeInSight(shown: Ref<StripPlace[]>): void {
    const wanted = () =>
      !!answer.value?.behind.length &&
      (filtering.value || shown.value.some((row) => row.fit === null))
    watch(
      () => (wanted() ? version.value : undefined),
      (now) => now !== undefined && void loadRack(),
      { immediate: true },
    )
  }

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
  return { places, fits, price, says, judgeInSight }
}
