// The log of the surfer of one ticket: what is kept, what it taught, trials; and what is written.
import { markRaw, reactive } from 'vue'
import {
  api,
  ApiError,
  failureText,
  unwrap,
  type Board,
  type LearningPatch,
  type LoanPatch,
  type Log,
  type LoggedSession,
  type SessionPatch,
} from '@/shared/api/client'

const state = reactive({
  log: null as Log | null,
  fault: '',
  /** How often it was read: the curves are drawn anew. */
  loads: 0,
})

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
    if (mine === asked) state.fault = failureText(error)
    return false
  }
}

function load(id: number): Promise<boolean> {
  if (state.log?.fitting_id !== id) state.log = null
  return ask(unwrap<Log>(api.GET('/api/fittings/{id}/log/', { params: { path: { id } } })))
}

const here = () => state.log?.fitting_id ?? 0
const path = () => ({ path: { id: here() } })

/**
 * Writes go one after another, each made from what stands when its turn comes: two quick touches are two changes,
 * and neither is refused for the other.
 */
let line: Promise<unknown> = Promise.resolve()
function inTurn(call: () => Promise<Log>): Promise<boolean> {
  const turn = line.then(() => ask(call()))
  line = turn
  return turn
}
const sessionNow = (id: number) => state.log?.sessions.find((one) => one.id === id)
const loanNow = (id: number) => state.log?.loans.find((one) => one.id === id)
const gone = () =>
  Promise.reject<Log>(
    new ApiError(404, { field: 'request', value: null, message: 'It is no longer there.' }),
  )

/** The log of a surfer. */
export function useLog() {
  return {
    state,
    load,
    again: () => load(here()),
    change: (session: number, patch: (now: LoggedSession) => Omit<SessionPatch, 'version'>) =>
      inTurn(() => {
        const now = sessionNow(session)
        if (!now) return gone()
        return unwrap<Log>(
          api.PATCH('/api/fittings/{id}/log/{session}/', {
            params: { path: { id: here(), session } },
            body: { version: now.version, ...patch(now) },
          }),
        )
      }),
    takeOut: (session: number) =>
      inTurn(() =>
        unwrap<Log>(
          api.DELETE('/api/fittings/{id}/log/{session}/', {
            params: { path: { id: here(), session } },
          }),
        ),
      ),
    learning: (patch: LearningPatch) =>
      inTurn(() =>
        unwrap<Log>(api.PATCH('/api/fittings/{id}/log/learning/', { params: path(), body: patch })),
      ),
    moveUp: (version: number) =>
      inTurn(() =>
        unwrap<Log>(
          api.POST('/api/fittings/{id}/log/ready/', { params: path(), body: { version } }),
        ),
      ),
    lend: (boards: number[], due: string) =>
      inTurn(() =>
        unwrap<Log>(
          api.POST('/api/fittings/{id}/loans/', {
            params: path(),
            body: { rack_board_ids: boards, due },
          }),
        ),
      ),
    changeLoan: (loan: number, patch: Omit<LoanPatch, 'version'>) =>
      inTurn(() => {
        const now = loanNow(loan)
        if (!now) return gone()
        return unwrap<Log>(
          api.PATCH('/api/fittings/{id}/loans/{loan}/', {
            params: { path: { id: here(), loan } },
            body: { version: now.version, ...patch },
          }),
        )
      }),
    beginTrial: (old: Board, fresh: Board) =>
      inTurn(() =>
        unwrap<Log>(
          api.POST('/api/fittings/{id}/trials/', { params: path(), body: { old, new: fresh } }),
        ),
      ),
    endTrial: (trial: number, ended: boolean) =>
      inTurn(() =>
        unwrap<Log>(
          api.PATCH('/api/fittings/{id}/trials/{trial}/', {
            params: { path: { id: here(), trial } },
            body: { ended },
          }),
        ),
      ),
    forgetTrial: (trial: number) =>
      inTurn(() =>
        unwrap<Log>(
          api.DELETE('/api/fittings/{id}/trials/{trial}/', {
            params: { path: { id: here(), trial } },
          }),
        ),
      ),
  }
}
