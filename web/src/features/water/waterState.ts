// The breaks of the shop, what the one in sight gives, and today there.
import { computed, markRaw, reactive } from 'vue'
import {
  api,
  failureText,
  unwrap,
  type Break,
  type BreakIn,
  type Buoy,
  type BuoyIn,
  type Calibrated,
  type BreakClimate,
  type HoursAsked,
  type Now,
  type Seen,
  type SeenIn,
  type SurfableDays,
} from '@/shared/api/client'
import { HOURS_ASKED_FREE_WORDS } from '@/shared/api/allowed'
import { useRack } from '@/shared/state/rack'
import type { Whom } from '@/shared/state/measuredWaves'

/** Days that count, in the order in which a key goes through them. */
export const FREE = HOURS_ASKED_FREE_WORDS

const state = reactive({
  breaks: [] as Break[],
  buoys: [] as Buoy[],
  id: null as number | null,
  asked: { months: [], light: true, free: 'any day', from_h: null, to_h: null } as HoursAsked,
  gives: null as BreakClimate | null,
  now: null as Now | null,
  worth: null as SurfableDays | null,
  seen: [] as Seen[],
  calibrated: null as Calibrated | null,
  calibrateFault: '',
  fault: '',
  loaded: false,
})
let asking = 0

function query(): Record<string, unknown> {
  const { months, light, free } = state.asked
  return { months, light, free }
}

/** Ask what the break in sight gives; a later question overtakes an earlier one. */
async function ask(whom: Whom, fitting: number | null): Promise<void> {
  const id = state.id
  if (id === null) return
  const mine = ++asking
  const path = { id }
  try {
    const gives = await unwrap<BreakClimate>(
      api.GET('/api/breaks/{id}/gives/', {
        params: { path, query: { ...query(), ...whom } as never },
      }),
    )
    if (mine !== asking) return
    Object.assign(state, { gives: markRaw(gives), fault: '' })
  } catch (error) {
    if (mine === asking) Object.assign(state, { gives: null, fault: failureText(error) })
    return
  }
  if (fitting === null) {
    state.worth = null
    return
  }
  try {
    const found = await unwrap<SurfableDays>(
      api.GET('/api/fittings/{id}/worth/', {
        params: { path: { id: fitting }, query: query() as never },
      }),
    )
    if (mine === asking) state.worth = markRaw(found)
  } catch {
    // No board can be judged there: the months show their faces instead.
    if (mine === asking) state.worth = null
  }
}

async function askNow(): Promise<void> {
  const id = state.id
  if (id === null) return
  const path = { params: { path: { id } } }
  const found = await unwrap<Now>(api.GET('/api/breaks/{id}/now/', path)).catch(() => null)
  if (state.id === id) state.now = found && markRaw(found)
}

async function askSeen(): Promise<void> {
  const id = state.id
  if (id === null) return
  const path = { params: { path: { id } } }
  state.seen = await unwrap<Seen[]>(api.GET('/api/breaks/{id}/seen/', path))
  await calibrate()
}

/** Before and after of what was seen; what is missing for it is said. */
async function calibrate(): Promise<void> {
  const id = state.id
  const of = state.breaks.find((one) => one.id === id)
  if (id === null || !of?.shore || !of.buoy_id || !state.seen.length) {
    const calibrateFault = of?.shore && of.buoy_id ? '' : 'Say first how it lies, and which buoy.'
    Object.assign(state, { calibrated: null, calibrateFault })
    return
  }
  const path = { params: { path: { id } } }
  try {
    const found = await unwrap<Calibrated>(api.GET('/api/breaks/{id}/calibrate/', path))
    Object.assign(state, { calibrated: markRaw(found), calibrateFault: '' })
  } catch (error) {
    Object.assign(state, { calibrated: null, calibrateFault: failureText(error) })
  }
}

async function load(): Promise<void> {
  const [breaks, buoys] = await Promise.all([
    unwrap<Break[]>(api.GET('/api/breaks/')),
    unwrap<Buoy[]>(api.GET('/api/buoys/')),
  ])
  Object.assign(state, { breaks, buoys, loaded: true })
}

/** What a break is sent as. */
export function breakIn(place: Break): BreakIn {
  const given: Partial<Break> = { ...place }
  delete given.id
  delete given.measured
  return given as BreakIn
}

/** The water of the shop. */
export function useWater() {
  const { forget } = useRack()
  const place = computed(() => state.breaks.find((one) => one.id === state.id) ?? null)
  async function kept(saved: Break): Promise<Break> {
    await load()
    void forget()
    return saved
  }
  return {
    water: state,
    place,
    buoy: computed(() => state.buoys.find((one) => one.id === place.value?.buoy_id) ?? null),
    load,
    ask,
    askNow,
    askSeen,
    nextFree(): void {
      const at = FREE.indexOf(state.asked.free ?? 'any day')
      state.asked.free = FREE[(at + 1) % FREE.length] ?? 'any day'
    },
    toggleMonth(month: number): void {
      const months = state.asked.months ?? []
      state.asked.months = months.includes(month)
        ? months.filter((one) => one !== month)
        : [...months, month].sort((a, b) => a - b)
    },
    show(id: number | null): void {
      if (id === state.id) return
      const nothing = { gives: null, now: null, worth: null, seen: [], calibrated: null }
      Object.assign(state, { id, fault: '', calibrateFault: '', ...nothing })
    },
    async save(given: BreakIn, id: number | null): Promise<Break> {
      const path = { params: { path: { id: id ?? 0 } } }
      const saved = await unwrap<Break>(
        id === null
          ? api.POST('/api/breaks/', { body: given })
          : api.PUT('/api/breaks/{id}/', { ...path, body: given }),
      )
      return kept(saved)
    },
    async bringIn(document: unknown): Promise<Break> {
      return kept(await unwrap<Break>(api.POST('/api/breaks/import/', { body: document as never })))
    },
    /** Write a buoy, new or changed. */
    async saveBuoy(given: BuoyIn, id: number | null = null): Promise<Buoy> {
      const path = { params: { path: { id: id ?? 0 } } }
      const saved = await unwrap<Buoy>(
        id === null
          ? api.POST('/api/buoys/', { body: given })
          : api.PUT('/api/buoys/{id}/', { ...path, body: given }),
      )
      state.buoys = [...state.buoys.filter((one) => one.id !== saved.id), saved]
      return saved
    },
    async note(given: SeenIn): Promise<void> {
      const path = { params: { path: { id: state.id ?? 0 } } }
      state.seen = await unwrap<Seen[]>(
        api.POST('/api/breaks/{id}/seen/', { ...path, body: given }),
      )
      await calibrate()
    },
    async strike(sighting: number): Promise<void> {
      const path = { params: { path: { id: state.id ?? 0, sighting } } }
      await unwrap(api.DELETE('/api/breaks/{id}/seen/{sighting}/', path))
      await askSeen()
    },
  }
}
