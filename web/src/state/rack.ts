// The boards and breaks of the shop, as they hang there.
import { markRaw, reactive } from 'vue'
import { api, told, type Board, type Break, type BreakIn, type RackBoard } from '../api/client'

const state = reactive<{ boards: RackBoard[]; breaks: Break[] }>({ boards: [], breaks: [] })

/** The rack and the breaks. */
export function useRack() {
  return {
    rack: state as { readonly boards: RackBoard[]; readonly breaks: Break[] },
    async load(): Promise<void> {
      const [boards, breaks] = await Promise.all([
        told<RackBoard[]>(api.GET('/api/boards/')),
        told<Break[]>(api.GET('/api/breaks/')),
      ])
      state.boards = markRaw(boards)
      state.breaks = breaks
    },
    /** The breaks changed elsewhere: they are read again when the ticket is. */
    async forget(): Promise<void> {
      state.breaks = await told<Break[]>(api.GET('/api/breaks/'))
    },
    async hang(board: Board): Promise<RackBoard> {
      const hung = await told<RackBoard>(api.POST('/api/boards/', { body: { board } }))
      state.boards = markRaw([...state.boards, hung])
      return hung
    },
    async takeDown(id: number): Promise<void> {
      await told(api.DELETE('/api/boards/{id}/', { params: { path: { id } } }))
      state.boards = markRaw(state.boards.filter((board) => board.id !== id))
    },
    async keepBreak(given: BreakIn): Promise<Break> {
      const kept = await told<Break>(api.POST('/api/breaks/', { body: given }))
      state.breaks.push(kept)
      state.breaks.sort((a, b) => a.name.localeCompare(b.name))
      return kept
    },
  }
}
