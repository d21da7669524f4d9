// A closer look at the board on the bench, asked for when somebody looks: what it does number by number, why,
// why not, and what another one does beside it.
import { markRaw, reactive, watch } from 'vue'
import { api, Refused, told, type Compared, type Faces, type Why, type WhyNot } from '../api/client'
import { useTicket } from './ticket'

interface State {
  faces: Faces | null
  why: Why | null
  whyNot: WhyNot | null
  compared: Compared | null
  fault: string
}

const state = reactive<State>({
  faces: null,
  why: null,
  whyNot: null,
  compared: null,
  fault: '',
})

function path() {
  const id = useTicket().state.fitting?.id ?? 0
  return { path: { id } }
}

/** Ask, and say what cannot be. */
async function ask<T>(call: Promise<T>, take: (given: T) => void): Promise<void> {
  state.fault = ''
  try {
    take(await call)
  } catch (error) {
    state.fault = error instanceof Refused ? error.fault.message : 'The server does not answer.'
  }
}

/** What is asked for closer; each call replaces what stood there. */
export function useCloser() {
  return {
    closer: state,
    askFaces: () =>
      ask(
        told<Faces>(api.GET('/api/fittings/{id}/faces/', { params: path() })),
        (given) => (state.faces = markRaw(given)),
      ),
    askWhy: () =>
      ask(
        told<Why>(api.GET('/api/fittings/{id}/why/', { params: path() })),
        (given) => (state.why = markRaw(given)),
      ),
    askWhyNot: (board?: number) =>
      ask(
        told<WhyNot>(
          api.GET('/api/fittings/{id}/why-not/', {
            params: { ...path(), query: board ? { board } : {} },
          }),
        ),
        (given) => (state.whyNot = markRaw(given)),
      ),
    askCompare: (boards: string[]) =>
      ask(
        told<Compared>(
          api.GET('/api/fittings/{id}/compare/', {
            params: { ...path(), query: { boards: boards.join(',') } },
          }),
        ),
        (given) => (state.compared = markRaw(given)),
      ),
  }
}

/** Forget what was asked when the ticket moves on. */
export function forgetWithTicket(): void {
  const ticket = useTicket()
  watch(
    () => [ticket.state.fitting?.id, ticket.state.fitting?.version],
    () => Object.assign(state, { whyNot: null, why: null }),
  )
}
