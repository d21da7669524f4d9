// The boards and breaks of the shop, as they hang there.
import { markRaw, reactive } from 'vue'
import {
  api,
  unwrap,
  type Board,
  type Break,
  type BreakIn,
  type RackBoard,
} from '@/shared/api/client'

interface Kept {
  boards: RackBoard[]
  breaks: Break[]
  /** The board that was taken out last, as long as it can be hung again here. */
  left: { id: number; says: string } | null
}
const state = reactive<Kept>({ boards: [], breaks: [], left: null })

/** The rack and the breaks. */
export function useRack() {
  return {
    rack: state as Readonly<Kept>,
    async load(): Promise<void> {
      const [boards, breaks] = await Promise.all([
        unwrap<RackBoard[]>(api.GET('/api/boards/')),
        unwrap<Break[]>(api.GET('/api/breaks/')),
      ])
      state.boards = markRaw(boards)
      state.breaks = breaks
    },
    /** The breaks changed elsewhere: they are read again when the ticket is. */
    async forget(): Promise<void> {
      state.breaks = await unwrap<Break[]>(api.GET('/api/breaks/'))
    },
    async hang(board: Board): Promise<RackBoard> {
      const hung = await unwrap<RackBoard>(api.POST('/api/boards/', { body: { board } }))
      state.boards = markRaw([...state.boards, hung])
      return hung
    },
    /** Take a board out of the rack; it can be hung again. */
    async takeDown(id: number, left_as: 'sold' | 'taken down', name: string): Promise<void> {
      const params = { path: { id }, query: { left_as } }
      await unwrap(api.DELETE('/api/boards/{id}/', { params }))
      state.boards = markRaw(state.boards.filter((board) => board.id !== id))
      state.left = { id, says: `${name}: ${left_as}.` }
    },
    /** Hang again what was taken out last. */
    async hangAgain(): Promise<void> {
      const { left } = state
      if (!left) return
      const params = { path: { id: left.id } }
      const hung = await unwrap<RackBoard>(api.POST('/api/boards/{id}/back/', { params }))
      state.boards = markRaw([...state.boards, hung])
      state.left = null
    },
    forgetLeft(): void {
      state.left = null
    },
    async keepBreak(given: BreakIn): Promise<Break> {
      const kept = await unwrap<Break>(api.POST('/api/breaks/', { body: given }))
      state.breaks.push(kept)
      state.breaks.sort((a, b) => a.name.localeCompare(b.name))
      return kept
    },
  }
}
