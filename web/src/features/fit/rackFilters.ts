// What the rack strip shows: filters, and the boards that are marked to lie beside the one on the bench.
import { computed, reactive } from 'vue'
import type { RackBoard } from '@/shared/api/client'

interface Strip {
  stock: string[]
  builds: string[]
  setups: string[]
  most: number | null
  open: boolean
  beside: string[]
}

const state = reactive<Strip>({
  stock: [],
  builds: [],
  setups: [],
  most: null,
  open: false,
  beside: [],
})
const MOST_BESIDE = 2

const filtering = computed(
  () =>
    state.stock.length + state.builds.length + state.setups.length > 0 ||
    state.most !== null ||
    state.open,
)

function among(wanted: string[], value: string | null | undefined): boolean {
  return !wanted.length || wanted.includes(value ?? '')
}

/** The strip's own state: nothing of it is kept with a ticket. */
export function useRackFilters() {
  return {
    strip: state,
    filtering,
    /** Whether a board passes the filters; `fit` is null where nothing is judged. */
    passes(row: RackBoard, fit: number | null): boolean {
      const { stock, build, fins } = row.board
      const price = row.out_of_the_door
      return (
        among(state.stock, stock) &&
        among(state.builds, build) &&
        among(state.setups, fins?.setup) &&
        (state.most === null || price === null || price <= state.most) &&
        (!state.open || (fit ?? 0) > 0)
      )
    },
    clear(): void {
      Object.assign(state, { stock: [], builds: [], setups: [], most: null, open: false })
    },
    /** Mark a board to lie beside, or take the mark off; the oldest mark goes when there are too many. */
    mark(board: string): void {
      state.beside = state.beside.includes(board)
        ? state.beside.filter((other) => other !== board)
        : [...state.beside, board].slice(-MOST_BESIDE)
    },
    unmark(): void {
      state.beside = []
    },
  }
}
