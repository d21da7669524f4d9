// The boards of the surfer of one ticket: what they are, a year of them, what to add; and what is written.
import { markRaw, reactive } from 'vue'
import {
  api,
  ApiError,
  failureText,
  unwrap,
  type Board,
  type Line,
  type Owned,
  type OwnedPatch,
  type Quiver,
  type QuiverMonths,
  type QuiverNext,
  type QuiverPlan,
} from '@/shared/api/client'

const state = reactive({
  quiver: null as Quiver | null,
  next: null as QuiverNext | null,
  months: null as QuiverMonths | null,
  fault: '',
  /** What was typed and refused: by field, what stands there and why not. */
  refused: {} as Record<string, { text: string; says: string }>,
  plan: null as QuiverPlan | null,
  /** For a child: whose growth is taken. */
  growthOf: 'both' as 'both' | 'girls' | 'boys',
  /** Which days count month by month. */
  free: 'any day' as 'any day' | 'weekends' | 'evenings and weekends',
  /** What may be spent on the best sets. */
  budget: null as number | null,
  searching: false,
  /** How often the boards were read: each time the map is drawn anew. */
  loads: 0,
})

const path = (id: number) => ({ path: { id } })

/** The last question: an answer to an earlier one, or of another ticket, is dropped. */
let asked = 0

/** What takes a search waits until the boards have rested for a moment [ms]. */
const REST_MS = 300
let resting: ReturnType<typeof setTimeout> | undefined

function askMore(id: number, mine: number): void {
  clearTimeout(resting)
  resting = setTimeout(() => {
    const more = [loadNext(id, mine), loadMonths(id, mine), loadPlan(id, mine)]
    void Promise.all(more).catch((error: unknown) => {
      if (mine === asked) state.fault = failureText(error)
    })
  }, REST_MS)
}

/** The boards as they are now, with their map; the rest comes when it is there. */
function take(found: Quiver, mine: number): void {
  Object.assign(state, { quiver: markRaw(found), fault: '', loads: state.loads + 1 })
  askMore(found.fitting_id, mine)
}

async function load(id: number): Promise<void> {
  const mine = ++asked
  clearTimeout(resting)
  if (state.quiver?.fitting_id !== id)
    Object.assign(state, { quiver: null, next: null, months: null, plan: null, refused: {} })
  try {
    const found = await unwrap<Quiver>(api.GET('/api/fittings/{id}/quiver/', { params: path(id) }))
    if (mine === asked) take(found, mine)
  } catch (error) {
    if (mine === asked) state.fault = failureText(error)
  }
}

async function loadNext(id: number, mine = asked): Promise<void> {
  state.searching = true
  const query = state.budget === null ? {} : { budget: state.budget }
  try {
    const found = await unwrap<QuiverNext | undefined>(
      api.GET('/api/fittings/{id}/quiver/next/', { params: { ...path(id), query } }),
    )
    if (mine === asked && found) state.next = markRaw(found)
  } finally {
    if (mine === asked) state.searching = false
  }
}

async function loadMonths(id: number, mine = asked): Promise<void> {
  if (!state.quiver?.measured) return
  const query = { free: state.free }
  const found = await unwrap<QuiverMonths | undefined>(
    api.GET('/api/fittings/{id}/quiver/months/', { params: { ...path(id), query } }),
  )
  if (mine === asked && found) state.months = markRaw(found)
}

async function loadPlan(id: number, mine = asked): Promise<void> {
  const query = state.growthOf === 'both' ? {} : { growth_of: state.growthOf }
  const found = await unwrap<QuiverPlan | undefined>(
    api.GET('/api/fittings/{id}/quiver/plan/', { params: { ...path(id), query } }),
  )
  if (mine === asked && found) state.plan = markRaw(found)
}

/** Do something to a board; what is refused stays where it was typed. */
async function write(
  field: string,
  text: string,
  call: (id: number) => Promise<Quiver>,
): Promise<boolean> {
  const id = state.quiver?.fitting_id
  if (!id) return false
  const mine = ++asked
  try {
    const found = await call(id)
    delete state.refused[field]
    if (mine === asked) take(found, mine)
    return true
  } catch (error) {
    state.refused[field] = { text, says: failureText(error) }
    // Somebody else changed it or took it away: theirs is shown.
    if (error instanceof ApiError && [404, 409].includes(error.status)) await load(id)
    else askMore(id, mine)
    return false
  }
}

function boardFrom(read: Line): Board {
  const { assumed, length_m, width_m, thickness_m, stated_litres, name, family_guess } = read
  return {
    name: name ?? '',
    family: family_guess,
    length_m,
    width_m,
    thickness_m,
    stated_litres,
    assumed,
  }
}

/** The boards of a surfer. */
export function useQuiver() {
  return {
    state,
    load,
    askNext: () => state.quiver && loadNext(state.quiver.fitting_id).catch(() => undefined),
    askMonths: () => state.quiver && loadMonths(state.quiver.fitting_id).catch(() => undefined),
    askPlan: () => state.quiver && loadPlan(state.quiver.fitting_id).catch(() => undefined),
    /** A board as one line of dims, or what is known of it. */
    addLine: (text: string) =>
      write('line', text, async (id) => {
        const body = { text, rough: true }
        const board = boardFrom(await unwrap<Line>(api.POST('/api/line/', { body })))
        return add(id, { board })
      }),
    addFromRack: (rack_board_id: number) => write('line', '', (id) => add(id, { rack_board_id })),
    change: (owned: Owned, field: string, text: string, what: Omit<OwnedPatch, 'version'>) =>
      write(`${field} ${owned.id}`, text, (id) =>
        unwrap<Quiver>(
          api.PATCH('/api/fittings/{id}/quiver/boards/{board}/', {
            params: { path: { id, board: owned.id ?? 0 } },
            body: { ...what, version: owned.version },
          }),
        ),
      ),
    letGo: (owned: Owned) =>
      write('line', '', (id) =>
        unwrap<Quiver>(
          api.DELETE('/api/fittings/{id}/quiver/boards/{board}/', {
            params: { path: { id, board: owned.id ?? 0 } },
          }),
        ),
      ),
  }
}

function add(id: number, body: { board?: Board; rack_board_id?: number }): Promise<Quiver> {
  return unwrap<Quiver>(api.POST('/api/fittings/{id}/quiver/', { params: path(id), body }))
}
