// A closer look at the board on the bench, asked for when somebody looks: what it does number by number, why,
// why not, and what another one does beside it.
import { markRaw, reactive, watch } from 'vue'
import {
  api,
  failureText,
  unwrap,
  type Compared,
  type Faces,
  type Gear,
  type Listed,
  type Told,
  type Why,
  type WhyNot,
} from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'

interface Looks {
  faces: Faces
  gear: Gear
  why: Why
  whyNot: WhyNot
  compared: Compared
}

const state = reactive({
  faces: null as Faces | null,
  gear: null as Gear | null,
  why: null as Why | null,
  whyNot: null as WhyNot | null,
  compared: null as Compared | null,
  /** What is said instead, where something cannot be looked at. */
  faults: { faces: '', gear: '', why: '', whyNot: '', compared: '' },
})

/** The ticket in hand; on a tie the board that leads, so that what is looked at is what lies on the bench. */
function asked<T extends object>(query: T) {
  const { state: ticket, doubts } = useTicket()
  const preferred_board_id =
    doubts.value?.version === ticket.fitting?.version ? doubts.value?.preferred_board_id : null
  return {
    params: {
      path: { id: ticket.fitting?.id ?? 0 },
      query: { ...query, ...(preferred_board_id && { preferred_board_id }) },
    },
  }
}

/** The last question of each kind: an answer to an earlier one, or to another ticket, is dropped. */
const asking: Record<keyof Looks, number> = { faces: 0, gear: 0, why: 0, whyNot: 0, compared: 0 }

async function look<K extends keyof Looks>(
  what: K,
  call: Promise<Told<Listed<Looks[K]>>>,
): Promise<void> {
  const { state: ticket } = useTicket()
  const [mine, asked] = [++asking[what], ticket.fitting?.id]
  const stands = () => asking[what] === mine && ticket.fitting?.id === asked
  state.faults[what] = ''
  try {
    const found = markRaw(await unwrap<Looks[K]>(call))
    if (stands()) Object.assign(state, { [what]: found })
  } catch (error) {
    if (stands()) state.faults[what] = failureText(error)
  }
}

/** What is asked for closer; each call replaces what stood there. */
export function useBoardDetails() {
  return {
    closer: state,
    askFaces: () => look('faces', api.GET('/api/fittings/{id}/faces/', asked({}))),
    askGear: () => look('gear', api.GET('/api/fittings/{id}/gear/', asked({}))),
    /** What came without being asked for. */
    takeGear(found: Listed<Gear>): void {
      asking.gear += 1
      state.gear = markRaw(found) as Gear
    },
    askWhy: () => look('why', api.GET('/api/fittings/{id}/why/', asked({}))),
    askWhyNot: (board?: number) =>
      look('whyNot', api.GET('/api/fittings/{id}/why-not/', asked(board ? { board } : {}))),
    askCompare: (boards: string[]) =>
      look('compared', api.GET('/api/fittings/{id}/compare/', asked({ boards: boards.join(',') }))),
  }
}

/** Forget what was asked when the ticket or the board on its bench is another. */
export function clearWithTicket(): void {
  const { state: ticket, answer } = useTicket()
  watch(
    () => [ticket.fitting?.id, ticket.fitting?.version, answer.value?.bench?.id],
    () => Object.assign(state, { whyNot: null, why: null }),
  )
  // Nothing of the last customer stays under the next one's name.
  watch(
    () => ticket.fitting?.id,
    () => {
      for (const what of Object.keys(asking) as (keyof Looks)[]) asking[what] += 1
      Object.assign(state, { faces: null, gear: null, compared: null })
      Object.assign(state.faults, { faces: '', gear: '', why: '', whyNot: '', compared: '' })
    },
    { flush: 'sync' },
  )
}
