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
import { useWall } from './wallState'

/** What can be written of a board of the rack. */
export interface Draft {
  board: Board
  number: string
  hung_on: string
}

type Saving = 'saved' | 'saving' | 'refused' | 'waiting' | 'locked'

const state = reactive({
  sheet: null as SheetOf | null,
  draft: null as Draft | null,
  tape: null as Tape | null,
  saving: 'saved' as Saving,
  fault: null as { field: string; message: string } | null,
  said: '',
  undo: [] as string[],
})

const [REST_MS, SAVE_MS, RETRY_MS] = [90, 700, 1500]
let version = 0
let base = ''
let measuring: ReturnType<typeof setTimeout> | undefined
let saving: ReturnType<typeof setTimeout> | undefined
let asking = 0
let sending = false

const KEPT = (id: number) => `chord-sheet-${id}`

function draftOf(board: RackBoard): Draft {
  return { board: structuredClone(board.board), number: board.number, hung_on: board.hung_on }
}

/** What is kept in the browser until it is saved: the draft, and what it was laid on. */
interface Kept {
  draft: Draft
  read: Draft
}

async function open(id: number): Promise<void> {
  clearTimeout(measuring)
  clearTimeout(saving)
  // What was typed a moment ago goes out before the sheet turns to another board.
  if (state.draft && JSON.stringify(state.draft) !== base) await save()
  Object.assign(state, { sheet: null, draft: null, tape: null, fault: null, said: '', undo: [] })
  const sheet = await unwrap<SheetOf>(
    api.GET('/api/boards/{id}/sheet/', { params: { path: { id } } }),
  )
  take(sheet)
  const text = window.localStorage.getItem(KEPT(id))
  const kept = text ? (JSON.parse(text) as Kept) : null
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
    if (mine === asking && error instanceof ApiError)
      state.fault = { ...error.fault, field: error.fault.field.replace(/^board\./, '') }
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

async function save(): Promise<void> {
  const { draft, sheet } = state
  if (!draft || !sheet || sending) return
  const id = sheet.board.id
  const sent = JSON.stringify(draft)
  if (sent === base) return settled(id)
  sending = true
  state.saving = 'saving'
  let again = 0
  try {
    const body = { ...(JSON.parse(sent) as Draft), version }
    const params = { path: { id } }
    const kept = await unwrap<RackBoard>(api.PUT('/api/boards/{id}/', { params, body }))
    useWall().forget(id)
    if (state.sheet?.board.id !== id) forgetKept(id, sent)
    else {
      version = kept.version
      base = sent
      if (JSON.stringify(state.draft) === sent) settled(id)
      else again = 1
    }
  } catch (error) {
    // Of a board that is no longer on the sheet nothing is mended here: what is kept is laid on when it is.
    if (state.sheet?.board.id === id) again = failed(error)
  }
  sending = false
  if (again) saving = setTimeout(() => void save(), again)
}

/** Let go of what was kept of a board, unless more was typed since. */
function forgetKept(id: number, sent: string): void {
  const text = window.localStorage.getItem(KEPT(id))
  if (text && JSON.stringify((JSON.parse(text) as Kept).draft) === sent)
    window.localStorage.removeItem(KEPT(id))
}

function settled(id: number): void {
  Object.assign(state, { saving: 'saved', fault: null })
  window.localStorage.removeItem(KEPT(id))
}

/** After how long one tries again; 0 where something has to be mended first. */
function failed(error: unknown): number {
  if (error instanceof ApiError && error.status === 409 && error.current) {
    const theirs = error.current as unknown as RackBoard
    version = theirs.version
    const read = JSON.parse(base) as Draft
    const now = draftOf(theirs)
    if (state.draft) state.draft = over(now, state.draft, read)
    base = JSON.stringify(now)
    state.said = 'Somebody else changed this board: yours stands on top of theirs.'
    return 1
  }
  const signIn = error instanceof ApiError && (error.status === 401 || error.fault.field === 'csrf')
  if (signIn) {
    state.saving = 'locked'
    return RETRY_MS
  }
  if (error instanceof ApiError && error.status < 500) {
    state.saving = 'refused'
    state.fault = { ...error.fault, field: error.fault.field.replace(/^board\./, '') }
    return 0
  }
  state.saving = 'waiting'
  return RETRY_MS
}

function changed(): void {
  const { draft, sheet } = state
  if (!draft || !sheet) return
  window.localStorage.setItem(
    KEPT(sheet.board.id),
    JSON.stringify({ draft, read: JSON.parse(base) as Draft }),
  )
  clearTimeout(measuring)
  clearTimeout(saving)
  measuring = setTimeout(() => void measure(), REST_MS)
  if (state.saving === 'saved') state.saving = 'saving'
  saving = setTimeout(() => void save(), SAVE_MS)
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
