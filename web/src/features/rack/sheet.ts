// One board on the bench: its document as it is typed, what the core makes of it, saving.
import { computed, markRaw, reactive } from 'vue'
import {
  api,
  ApiError,
  unwrap,
  type Board,
  type RackBoard,
  type SheetOf,
  type Tape,
} from '@/shared/api/client'
import { SaveQueue, type SaveState } from '@/shared/save/queue'
import { useWall } from './wallState'

/** What can be written of a board of the rack. */
export interface Draft {
  board: Board
  number: string
  hung_on: string
}

const state = reactive({
  sheet: null as SheetOf | null,
  draft: null as Draft | null,
  tape: null as Tape | null,
  saving: 'saved' as SaveState,
  fault: null as { field: string; message: string } | null,
  said: '',
  undo: [] as string[],
})

const [REST_MS, SAVE_MS] = [90, 700]
let version = 0
/** The board as it is saved. */
let base = ''
let measuring: ReturnType<typeof setTimeout> | undefined
let asking = 0
let queue: SaveQueue<Kept> | null = null

const copied = (draft: Draft) => JSON.parse(JSON.stringify(draft)) as Draft

function draftOf(board: RackBoard): Draft {
  return { board: structuredClone(board.board), number: board.number, hung_on: board.hung_on }
}

/** What is typed and not saved yet: the draft, and what it was laid on. */
interface Kept {
  draft: Draft
  read: Draft
}

async function open(id: number): Promise<void> {
  clearTimeout(measuring)
  // What was typed a moment ago goes out before the sheet turns to another board.
  await queue?.flush()
  queue?.end()
  Object.assign(state, { sheet: null, draft: null, tape: null, fault: null, said: '', undo: [] })
  const sheet = await unwrap<SheetOf>(
    api.GET('/api/boards/{id}/sheet/', { params: { path: { id } } }),
  )
  take(sheet)
  queue = queueOf(id)
  const kept = queue.kept()
  if (kept?.read && state.draft) {
    state.draft = over(state.draft, kept.draft, kept.read)
    state.said = 'What was not saved yet is here again.'
    changed()
  }
}

function take(sheet: SheetOf): void {
  version = sheet.board.version
  state.sheet = markRaw(sheet)
  state.draft = draftOf(sheet.board)
  state.tape = markRaw(sheet.tape)
  state.saving = 'saved'
  base = JSON.stringify(state.draft)
}

/** What the core makes of the board as it is typed; an answer to an older question is dropped. */
async function measure(): Promise<void> {
  if (!state.draft) return
  const mine = ++asking
  try {
    const tape = await unwrap<Tape>(
      api.POST('/api/rack/tape/', { body: { board: state.draft.board } }),
    )
    if (mine !== asking) return
    state.tape = markRaw(tape)
    if (state.saving !== 'refused') state.fault = null
  } catch (error) {
    if (mine === asking && error instanceof ApiError) state.fault = bare(error)
  }
}

/** Ours on top of theirs: what we changed since we read it, part by part. */
function over(theirs: Draft, ours: Draft, read: Draft): Draft {
  const made = JSON.parse(JSON.stringify(theirs)) as Record<string, unknown>
  const [mine, old] = [ours, read] as unknown as Record<string, unknown>[]
  for (const name of ['number', 'hung_on'])
    if (mine?.[name] !== old?.[name]) made[name] = mine?.[name]
  const board = made.board as Record<string, unknown>
  const [now, was] = [ours.board, read.board] as unknown as Record<string, unknown>[]
  for (const name of Object.keys({ ...now, ...was }))
    if (JSON.stringify(now?.[name]) !== JSON.stringify(was?.[name])) board[name] = now?.[name]
  return made as unknown as Draft
}

const bare = (error: ApiError) => ({
  ...error.fault,
  field: error.fault.field.replace(/^board\./, ''),
})

/** The save queue of a board: the whole draft goes, with the version on which it is laid. */
function queueOf(id: number): SaveQueue<Kept> {
  const here = () => state.sheet?.board.id === id
  return new SaveQueue<Kept>({
    key: `chord-sheet-${id}`,
    rest: SAVE_MS,
    join: (first, then) => ({ draft: then.draft, read: first.read }),
    empty: (change) => here() && JSON.stringify(change.draft) === base,
    send: async ({ draft }) => {
      const params = { path: { id } }
      const body = { ...draft, version }
      const kept = await unwrap<RackBoard>(api.PUT('/api/boards/{id}/', { params, body }))
      useWall().forget(id)
      if (!here()) return
      version = kept.version
      base = JSON.stringify(draft)
      state.fault = null
    },
    overTheirs: (error, change) => {
      const theirs = error.current as unknown as RackBoard
      version = theirs.version
      const [read, now] = [JSON.parse(base) as Draft, draftOf(theirs)]
      const draft = over(now, state.draft ?? change.draft, read)
      if (here()) state.draft = draft
      base = JSON.stringify(now)
      state.said = 'Somebody else changed this board: yours stands on top of theirs.'
      return { draft: copied(draft), read: now }
    },
    refused: (error, change) => {
      if (here()) state.fault = bare(error)
      return { held: change }
    },
    state: (saving) =>
      here() && Object.assign(state, { saving, ...(saving === 'saved' && { fault: null }) }),
  })
}

function changed(): void {
  const { draft } = state
  if (!draft) return
  clearTimeout(measuring)
  measuring = setTimeout(() => void measure(), REST_MS)
  queue?.push({ draft: copied(draft), read: JSON.parse(base) as Draft })
}

/** Change the draft; undone in one step. */
function change(how: (draft: Draft) => void): void {
  if (!state.draft) return
  const before = JSON.stringify(state.draft)
  how(state.draft)
  if (JSON.stringify(state.draft) === before) return
  state.undo.push(before)
  state.said = ''
  changed()
}

export function useSheet() {
  return {
    state,
    open,
    change,
    draft: computed(() => state.draft),
    board: computed(() => state.draft?.board ?? null),
    tape: computed(() => state.tape),
    undo(): void {
      const before = state.undo.pop()
      if (!before) return
      state.draft = JSON.parse(before) as Draft
      changed()
    },
    /** What is wrong with a field that was refused. */
    fault: (field: string) =>
      state.fault?.field.startsWith(field) ? state.fault.message : undefined,
    /** Ask for the sheet again: numbers and history are of what was saved. */
    async again(): Promise<void> {
      const id = state.sheet?.board.id
      if (!id || state.saving !== 'saved') return
      const sheet = await unwrap<SheetOf>(
        api.GET('/api/boards/{id}/sheet/', { params: { path: { id } } }),
      )
      if (state.sheet?.board.id === id && state.saving === 'saved') state.sheet = markRaw(sheet)
    },
  }
}
