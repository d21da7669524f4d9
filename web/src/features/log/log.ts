// The log of the surfer of one ticket: what is kept, what it taught, trials; and what is written.
import { markRaw, reactive } from 'vue'
import {
  api,
  ApiError,
  unwrap,
  type Board,
  type LearningPatch,
  type LoanPatch,
  type Log,
  type SessionPatch,
} from '@/shared/api/client'

const state = reactive({
  log: null as Log | null,
  fault: '',
  /** How often it was read: the curves are drawn anew. */
  loads: 0,
})

const says = (error: unknown) =>
  error instanceof ApiError ? error.fault.message : 'The server does not answer.'

/** The last question: an answer to an earlier one is dropped. */
let asked = 0

async function ask(call: Promise<Log>): Promise<boolean> {
  const mine = ++asked
  try {
    const found = await call
    if (mine === asked)
      Object.assign(state, { log: markRaw(found), fault: '', loads: state.loads + 1 })
    return true
  } catch (error) {
    if (mine === asked) state.fault = says(error)
    return false
  }
}

function load(id: number): Promise<boolean> {
  if (state.log?.fitting_id !== id) state.log = null
  return ask(unwrap<Log>(api.GET('/api/fittings/{id}/log/', { params: { path: { id } } })))
}

const here = () => state.log?.fitting_id ?? 0
const path = () => ({ path: { id: here() } })

/** The log of a surfer. */
export function useLog() {
  return {
    state,
    load,
    again: () => load(here()),
    change: (session: number, patch: SessionPatch) =>
      ask(
        unwrap<Log>(
          api.PATCH('/api/fittings/{id}/log/{session}/', {
            params: { path: { id: here(), session } },
            body: patch,
          }),
        ),
      ),
    takeOut: (session: number) =>
      ask(
        unwrap<Log>(
          api.DELETE('/api/fittings/{id}/log/{session}/', {
            params: { path: { id: here(), session } },
          }),
        ),
      ),
    learning: (patch: LearningPatch) =>
      ask(
        unwrap<Log>(api.PATCH('/api/fittings/{id}/log/learning/', { params: path(), body: patch })),
      ),
    moveUp: (version: number) =>
      ask(
        unwrap<Log>(
          api.POST('/api/fittings/{id}/log/ready/', { params: path(), body: { version } }),
        ),
      ),
    lend: (boards: number[], due: string) =>
      ask(
        unwrap<Log>(
          api.POST('/api/fittings/{id}/loans/', {
            params: path(),
            body: { rack_board_ids: boards, due },
          }),
        ),
      ),
    changeLoan: (loan: number, patch: LoanPatch) =>
      ask(
        unwrap<Log>(
          api.PATCH('/api/fittings/{id}/loans/{loan}/', {
            params: { path: { id: here(), loan } },
            body: patch,
          }),
        ),
      ),
    beginTrial: (old: Board, fresh: Board) =>
      ask(
        unwrap<Log>(
          api.POST('/api/fittings/{id}/trials/', { params: path(), body: { old, new: fresh } }),
        ),
      ),
    endTrial: (trial: number, ended: boolean) =>
      ask(
        unwrap<Log>(
          api.PATCH('/api/fittings/{id}/trials/{trial}/', {
            params: { path: { id: here(), trial } },
            body: { ended },
          }),
        ),
      ),
    forgetTrial: (trial: number) =>
      ask(
        unwrap<Log>(
          api.DELETE('/api/fittings/{id}/trials/{trial}/', {
            params: { path: { id: here(), trial } },
          }),
        ),
      ),
  }
}
