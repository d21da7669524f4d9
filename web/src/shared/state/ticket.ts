// The ticket on the counter: what is said, the answer to it, saving, undo.
import { computed, markRaw, reactive } from 'vue'
import {
  api,
  unwrap,
  type Board,
  type Doubts,
  type Facts,
  type Fault,
  type Fitting,
  type FittingDocument,
  type FittingRow,
  type GearChoice,
  type Pins,
  type SettledSize,
  type Water,
  type WholeRack,
} from '@/shared/api/client'
import type { SaveState } from '@/shared/save/queue'
import { Saver, type Change } from './ticketSaver'

interface State {
  fitting: Fitting | null
  settled: SettledSize | null
  doubts: Doubts | null
  list: FittingRow[]
  /** What is typed and not saved yet: shown at once, over what the server knows. */
  ahead: Change | null
  /** Said when somebody else changed the ticket in hand. */
  other: string
  saving: SaveState
  fault: Fault | null
  undo: Change[]
  redo: Change[]
  /** The ticket that was thrown away last, as long as it can be taken back here. */
  thrown: { id: number; name: string } | null
}

const state = reactive<State>({
  fitting: null,
  settled: null,
  doubts: null,
  list: [],
  ahead: null,
  other: '',
  saving: 'saved',
  fault: null,
  undo: [],
  redo: [],
  thrown: null,
})
let saver: Saver | null = null

/** Nothing more is asked until the facts have rested for a moment. */
const REST_MS = 40
const DOUBTS_MS = 1200
/** So long after the server last said how the ticket in hand stands one looks whether somebody else changed it. */
const LOOK_MS = 4000
let resting: ReturnType<typeof setTimeout> | undefined
let doubting: ReturnType<typeof setTimeout> | undefined
let looking: ReturnType<typeof setTimeout> | undefined

function stands(fitting: Fitting, version: number): boolean {
  return state.fitting?.id === fitting.id && state.fitting.version === version
}

async function loadWindows(fitting: Fitting): Promise<void> {
  const path = { params: { path: { id: fitting.id } } }
  const settled = await unwrap<SettledSize | undefined>(
    api.GET('/api/fittings/{id}/windows/', path),
  )
  if (!settled) return lookSoon()
  if (!stands(fitting, settled.version)) return
  lookLater()
  state.settled = markRaw(settled)
}

async function loadStability(fitting: Fitting): Promise<void> {
  const path = { params: { path: { id: fitting.id } } }
  const doubts = await unwrap<Doubts | undefined>(api.GET('/api/fittings/{id}/doubts/', path))
  if (!doubts) return lookSoon()
  if (!stands(fitting, doubts.version)) return
  lookLater()
  state.doubts = markRaw(doubts)
  if (doubts.preferred_board_id) await preferBoard(fitting, doubts.preferred_board_id)
}

/** On a tie the steadier board leads: the answer is asked for again with it first. */
async function preferBoard(fitting: Fitting, boardId: number): Promise<void> {
  const params = { path: { id: fitting.id }, query: { preferred_board_id: boardId } }
  const led = await unwrap<Fitting>(api.GET('/api/fittings/{id}/', { params }))
  if (stands(fitting, led.version)) state.fitting = markRaw(led)
}

/** A large rack is answered with its first boards; somebody looks at what stands behind them. */
async function loadRack(): Promise<void> {
  const fitting = state.fitting
  if (!fitting?.answer.behind.length) return
  const path = { params: { path: { id: fitting.id } } }
  const rack = await unwrap<WholeRack | undefined>(api.GET('/api/fittings/{id}/rack/', path))
  const now = state.fitting
  if (!rack || !now || !stands(fitting, rack.version)) return
  const there = new Set(now.answer.ranking.map((row) => row.id))
  const ranking = [...now.answer.ranking, ...rack.ranking.filter((row) => !there.has(row.id))]
  state.fitting = markRaw({ ...now, answer: { ...now.answer, ranking, behind: [] } })
}

function cancelPending(): void {
  clearTimeout(resting)
  clearTimeout(doubting)
}

/** Windows take a search and doubts take draws: asked for when the verdict stands; the server leaves them when
 * the ticket is changed meanwhile. A server that is away is said by the saver; what was found before stays until
 * then. */
function askMore(fitting: Fitting): void {
  cancelPending()
  if (fitting.answer.size.missing?.length) {
    Object.assign(state, { settled: null, doubts: null })
    return
  }
  resting = setTimeout(() => void loadWindows(fitting).catch(() => undefined), REST_MS)
  doubting = setTimeout(() => void loadStability(fitting).catch(() => undefined), DOUBTS_MS)
}

function applyFitting(fitting: Fitting): void {
  // Answers are replaced, never changed: watching each number of their curves costs more than drawing them.
  state.fitting = markRaw(fitting)
  lookLater()
  askMore(fitting)
  const row = state.list.find((other) => other.id === fitting.id)
  if (row) Object.assign(row, { name: fitting.facts.name ?? '', rung: fitting.facts.rung })
}

/** Take over what somebody else changed, while nothing of ours is on its way. */
async function pollChanges(): Promise<void> {
  const fitting = state.fitting
  if (!fitting || !saver?.idle || document.hidden) return
  const params = { path: { id: fitting.id }, query: { version: fitting.version } }
  const theirs = await unwrap<Fitting | undefined>(api.GET('/api/fittings/{id}/since/', { params }))
  if (!theirs || !saver.idle || !stands(fitting, fitting.version)) return
  saver.stands(theirs.version)
  state.other = 'somebody else changed this ticket'
  applyFitting(theirs)
}

function lookLater(wait = LOOK_MS): void {
  clearTimeout(looking)
  looking = setTimeout(() => void look(), wait)
}

/** The server left something, for the ticket was changed: by whom one sees at once. */
function lookSoon(): void {
  lookLater(0)
}

async function look(): Promise<void> {
  lookLater()
  await pollChanges().catch(() => undefined)
}

lookLater()

function show(fitting: Fitting): void {
  Object.assign(state, { fault: null, undo: [], redo: [], saving: 'saved', ahead: null })
  Object.assign(state, { settled: null, doubts: null, other: '' })
  applyFitting(fitting)
  window.localStorage.setItem('chord-ticket', String(fitting.id))
  const mine = <T>(take: (given: T) => void) => {
    return (given: T) => void (state.fitting?.id === fitting.id && take(given))
  }
  saver = new Saver(
    { id: fitting.id, version: fitting.version },
    {
      saved: mine(applyFitting),
      refused: mine((error) => (state.fault = error.fault)),
      state: mine((now) => (state.saving = now)),
      ahead: mine((change) => (state.ahead = change)),
    },
  )
}

function picked<T extends object>(from: T, keys: string[]): Record<string, unknown> {
  return Object.fromEntries(
    keys.map((key) => [key, (from as Record<string, unknown>)[key] ?? null]),
  )
}

/** The change that takes `change` back, seen from `fitting`. */
function inverse(fitting: Fitting, change: Change): Change {
  const back: Change = {}
  if (change.facts) back.facts = picked(fitting.facts, Object.keys(change.facts))
  if ('break_id' in change) {
    back.break_id = fitting.break_id
    back.water = picked(fitting.water, Object.keys(fitting.water))
  } else if (change.go_by) {
    const was = ['bins', 'chop_m', 'flow_m_s', 'face_slope', 'aeration', 'kind', 'steepness']
    const all = [...was, 'small_m', 'usual_m', 'big_m', ...Object.keys(fitting.water)]
    back.water = picked(fitting.water, all)
  } else if (change.water) back.water = picked(fitting.water, Object.keys(change.water))
  if ('target_l' in change) back.target_l = fitting.target_l
  if ('pinned' in change) back.pinned = fitting.pinned
  if ('gear' in change) back.gear = fitting.gear
  if ('bench_id' in change || 'typed_board' in change) {
    if (fitting.typed_board) back.typed_board = fitting.typed_board
    else back.bench_id = fitting.bench_id
  }
  return back
}

/** The ticket with what is not saved yet laid over it. */
function asTyped(fitting: Fitting): Fitting {
  const { ahead } = state
  if (!ahead) return fitting
  const facts = { ...fitting.facts, ...ahead.facts }
  const water = { ...fitting.water, ...ahead.water }
  const { target_l, pinned, break_id, gear, bench_id, typed_board } = fitting
  const rest = { target_l, pinned, break_id, gear, bench_id, typed_board }
  for (const key of ['target_l', 'pinned', 'break_id'] as const)
    if (key in ahead) Object.assign(rest, { [key]: ahead[key] ?? null })
  // One board lies on the bench: of the rack, or typed in.
  if (ahead.typed_board) Object.assign(rest, { bench_id: null, typed_board: ahead.typed_board })
  else if ('bench_id' in ahead) Object.assign(rest, { bench_id: ahead.bench_id, typed_board: null })
  if (ahead.gear) rest.gear = { ...gear, ...ahead.gear } as typeof gear
  return { ...fitting, ...rest, facts, water }
}

function push(change: Change): void {
  cancelPending()
  Object.assign(state, { fault: null, other: '' })
  saver?.push(change)
}

const MOMENT_MS = 1500
let lastChange = 0

/** Two changes of the same thing within a moment are one for undo: a drag, a number being typed. */
function sameThing(a: Change | undefined, b: Change): boolean {
  const now = Date.now()
  const soon = now - lastChange < MOMENT_MS
  lastChange = now
  const keys = (c: Change) =>
    JSON.stringify([c, c.facts ?? {}, c.water ?? {}].map((part) => Object.keys(part)))
  return soon && !!a && keys(a) === keys(b)
}

function change(given: Change): void {
  if (!state.fitting) return
  const back = inverse(asTyped(state.fitting), given)
  if (JSON.stringify(back) === JSON.stringify(given)) {
    // Typed back to what is kept already: the refusal before it is settled.
    if (state.saving === 'refused') Object.assign(state, { fault: null, saving: 'saved' })
    return
  }
  const last = state.undo[state.undo.length - 1]
  // What is chosen, not typed, is a step of its own.
  if (given.go_by || given.gear || !sameThing(last, back)) state.undo.push(back)
  state.redo = []
  push(given)
}

function step(from: Change[], to: Change[]): void {
  const given = from.pop()
  if (!given || !state.fitting) return
  to.push(inverse(asTyped(state.fitting), given))
  push(given)
}

/** A refusal as it is read beside what was typed: without the value as the server got it. */
function plain(fault: Fault): string {
  return fault.message.replace(/ \(“[^”]*” was given\)$/, '')
}

/** The ticket in hand and what can be done with it. */
export function useTicket() {
  const fitting = computed(() => (state.fitting ? asTyped(state.fitting) : null))
  const answer = computed(() => state.fitting?.answer ?? null)
  const assumed = computed(
    () => new Map((answer.value?.size.assumed ?? []).map((fact) => [fact.field, fact.value])),
  )
  return {
    state,
    fitting,
    answer,
    /** The version of the answer that is shown; what is only typed does not move it. */
    version: computed(() => state.fitting?.version),
    /** The size answer with its windows, as last searched. */
    settled: computed(() => state.settled?.size ?? null),
    /** Whether it is of the facts as they stand. */
    fresh: computed(() => state.settled?.version === state.fitting?.version),
    doubts: computed(() => state.doubts),
    /** The boards that are spoken of in the facts, as lines of dims. */
    lines: computed(() => state.fitting?.lines ?? {}),
    pinned: computed(() => state.settled?.pinned ?? null),
    facts: computed<Facts>(() => fitting.value?.facts ?? {}),
    water: computed<Water>(() => fitting.value?.water ?? {}),
    /** Tickets of the same surfer, this one too, newest first. */
    history: computed(() => {
      const whose = state.list.find((row) => row.id === state.fitting?.id)?.surfer_id
      return state.list.filter((row) => row.surfer_id === whose).reverse()
    }),
    assumed,
    /** How tall the surfer is, said or assumed [m]: heights in body words are theirs. */
    body: computed(
      () => fitting.value?.facts.height_m ?? Number(assumed.value.get('height_m') ?? 1.75),
    ),
    /** What is wrong with a fact that was refused, as a sentence. */
    fault: (field: string) => (state.fault?.field === field ? plain(state.fault) : undefined),
    /** The refusal as a sentence, whatever field it speaks of. */
    refusal: computed(() => (state.fault ? plain(state.fault) : '')),
    setFacts: (facts: Record<string, unknown>) => change({ facts }),
    setWater: (water: Record<string, unknown>) => change({ water }),
    setBreak: (id: number | null) => change({ break_id: id }),
    /** Whether the waves are those that the break measured, or those that are remembered. */
    setGoBy: (way: 'measured' | 'remembered' | 'foam') => change({ go_by: way }),
    setPins: (pinned: Pins | null) => change({ pinned }),
    /** What goes with the board: all that is chosen of it, for it is kept as a whole. */
    setGear: (gear: GearChoice) => change({ gear }),
    setTarget: (litres: number | null) => change({ target_l: litres }),
    putOnBench: (id: number) => change({ bench_id: id }),
    putTyped: (board: Board) => change({ typed_board: board }),
    undo: () => step(state.undo, state.redo),
    redo: () => step(state.redo, state.undo),
    /** The boards behind the first; a server that is away is said by the saver. */
    loadRack: () => loadRack().catch(() => undefined),
    async loadList(): Promise<void> {
      state.list = await unwrap<FittingRow[]>(api.GET('/api/fittings/'))
    },
    open,
    /** What was typed into a ticket that is gone, as a new one. */
    async openKept(): Promise<void> {
      const lostOne = state.fitting
      if (!lostOne) return
      const { break_id, facts, water } = asTyped(lostOne)
      await begin(unwrap<Fitting>(api.POST('/api/fittings/', { body: { facts, break_id } })))
      saver?.push({ water })
    },
    /** Throw a ticket away; the next one comes up. */
    async throwAway(): Promise<void> {
      const { fitting, list } = state
      if (!fitting) return
      cancelPending()
      await unwrap(api.DELETE('/api/fittings/{id}/', { params: { path: { id: fitting.id } } }))
      const at = list.findIndex((row) => row.id === fitting.id)
      state.thrown = { id: fitting.id, name: fitting.facts.name || 'the ticket' }
      state.list = list.filter((row) => row.id !== fitting.id)
      const next = state.list[Math.min(at, state.list.length - 1)]
      if (next) await open(next.id)
      else await begin(unwrap<Fitting>(api.POST('/api/fittings/', { body: {} })))
    },
    /** Take back what was thrown away last. */
    async takeBack(): Promise<void> {
      const { thrown } = state
      if (!thrown) return
      const params = { path: { id: thrown.id } }
      await begin(unwrap<Fitting>(api.POST('/api/fittings/{id}/back/', { params })))
      state.thrown = null
    },
    /** Whoever reads of it no more. */
    forgetThrown(): void {
      state.thrown = null
    },
    async openNew(name = ''): Promise<void> {
      await begin(unwrap<Fitting>(api.POST('/api/fittings/', { body: { facts: { name } } })))
    },
    /** A new ticket for the surfer of this one, with what was said last time. */
    async openAgain(surfer_id: number): Promise<void> {
      await begin(unwrap<Fitting>(api.POST('/api/fittings/', { body: { surfer_id } })))
    },
    /** A ticket from a document. */
    async openDocument(body: FittingDocument): Promise<void> {
      await begin(unwrap<Fitting>(api.POST('/api/fittings/import/', { body })))
    },
  }
}

async function open(id: number): Promise<void> {
  show(await unwrap<Fitting>(api.GET('/api/fittings/{id}/', { params: { path: { id } } })))
}

async function begin(opening: Promise<Fitting>): Promise<void> {
  const made = await opening
  state.list = await unwrap<FittingRow[]>(api.GET('/api/fittings/'))
  show(made)
}
