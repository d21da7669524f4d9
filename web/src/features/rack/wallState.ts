// What is looked for in the rack, what was found, and the boards that are in sight.
import { computed, markRaw, reactive, shallowReactive } from 'vue'
import {
  api,
  failureText,
  unwrap,
  type Demand,
  type Found,
  type RackBoard,
} from '@/shared/api/client'

export interface Between {
  low?: number
  high?: number
}

export interface Looking {
  text: string
  families: string[]
  stocks: string[]
  builds: string[]
  box_type: string
  fins_included: boolean | null
  between: Record<string, Between>
  sort: string
  down: boolean
}

const nothing = (): Looking => ({
  text: '',
  families: [],
  stocks: [],
  builds: [],
  box_type: '',
  fins_included: null,
  between: {},
  sort: 'litres',
  down: false,
})

const state = reactive({
  looking: nothing(),
  found: null as Found | null,
  asked: null as Demand | null,
  fault: '',
})
/** Boards that were asked for already, by the shop's row. */
const rows = shallowReactive(new Map<number, RackBoard>())
const asked = new Set<number>()
const AT_ONCE = 200
let asking = 0

function query(looking: Looking): Record<string, unknown> {
  const { between, fins_included, ...plain } = looking
  const ends = Object.entries(between).flatMap(([name, { low, high }]) => [
    [`${name}_from`, low],
    [`${name}_to`, high],
  ])
  const all = { ...plain, fins_included, ...Object.fromEntries(ends) } as Record<string, unknown>
  return Object.fromEntries(
    Object.entries(all).filter(
      ([, value]) => value !== '' && value !== null && value !== undefined,
    ),
  )
}

/** Ask for what is looked for; a later question overtakes an earlier one. */
async function find(): Promise<void> {
  const mine = ++asking
  try {
    const found = await unwrap<Found>(
      api.GET('/api/rack/find/', { params: { query: query(state.looking) as never } }),
    )
    if (mine === asking) Object.assign(state, { found: markRaw(found), fault: '' })
  } catch (error) {
    if (mine !== asking) return
    state.fault = failureText(error)
  }
}

/** What the last surfers asked of the rack; the wall stands without it. */
async function ask(): Promise<void> {
  try {
    state.asked = markRaw(await unwrap<Demand>(api.GET('/api/rack/asked/')))
  } catch {
    state.asked = null
  }
}

/** Fetch the boards that come into sight and are not here yet. */
async function need(ids: readonly number[]): Promise<void> {
  const missing = ids.filter((id) => !asked.has(id))
  for (let i = 0; i < missing.length; i += AT_ONCE) {
    const some = missing.slice(i, i + AT_ONCE)
    some.forEach((id) => asked.add(id))
    try {
      const params = { query: { ids: some.join(',') } }
      for (const row of await unwrap<RackBoard[]>(api.GET('/api/rack/rows/', { params })))
        rows.set(row.id, markRaw(row))
    } catch {
      some.forEach((id) => asked.delete(id))
    }
  }
}

/** Boards that changed are asked for again. */
function forget(id?: number): void {
  if (id === undefined) {
    asked.clear()
    rows.clear()
  } else {
    asked.delete(id)
    rows.delete(id)
  }
}

export function useWall() {
  return {
    wall: state,
    rows,
    find,
    ask,
    need,
    forget,
    /** Whether anything is looked for beside the order. */
    searching: computed(() => {
      const { text, families, stocks, builds, box_type, fins_included, between } = state.looking
      const some = families.length + stocks.length + builds.length + Object.keys(between).length
      return !!(text || some || box_type || fins_included !== null)
    }),
    clear(): void {
      state.looking = { ...nothing(), sort: state.looking.sort, down: state.looking.down }
    },
  }
}
