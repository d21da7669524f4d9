// What is typed and not saved yet, for one thing that is written: a ticket, a board. One request at a time;
// what is typed meanwhile goes with the next. It is kept in the browser, so that a closed window or a dead
// battery loses nothing.
import { ApiError } from '@/shared/api/client'

const RETRY_MS = 1500

/** `locked`: nobody is signed in; `gone`: what is written is not there any more. What was typed is kept in both;
 * `waiting`: the server is away, it is tried again. */
export type SaveState = 'saved' | 'saving' | 'refused' | 'waiting' | 'locked' | 'gone'

export interface Saving<Change> {
  /** Where it is kept in the browser. */
  key: string
  /** How long one rests before it is sent [ms]. */
  rest: number
  /** A later change laid over an earlier one that was not sent yet. */
  join(first: Change, then: Change): Change
  /** Whether nothing differs from what is saved. */
  empty?(change: Change): boolean
  /** Send it. What it gives back takes over what came: called when the change counts as saved, so that the screen
   * is drawn once with both. */
  send(change: Change): Promise<void | (() => void)>
  /** Somebody else changed it meanwhile: ours on top of theirs. */
  overTheirs(error: ApiError, change: Change): Change
  /** What is refused as a sentence; what of the change is sent again without it, and what is kept unsent until
   * it is changed. */
  refused(error: ApiError, change: Change): { again?: Change; held?: Change }
  state(state: SaveState): void
  /** What is typed and not saved, as it changes. */
  ahead?(change: Change | null): void
}

/** Why something could not be saved. */
export function whyNot(error: unknown): 'conflict' | 'locked' | 'gone' | 'refused' | 'waiting' {
  if (!(error instanceof ApiError)) return 'waiting'
  if (error.status === 409 && error.current) return 'conflict'
  if (error.status === 401 || error.fault.field === 'csrf') return 'locked'
  if (error.status === 404) return 'gone'
  return error.status < 500 && error.status !== 429 ? 'refused' : 'waiting'
}

/** A queue of changes. */
export class SaveQueue<Change> {
  private pending: Change | null = null
  private sending: Change | null = null
  private held: Change | null = null
  private keeping = 0
  private resting = 0
  private ended = false

  constructor(private how: Saving<Change>) {}

  /** What was kept of it when the page was left. */
  kept(): Change | null {
    const text = window.localStorage.getItem(this.how.key)
    return text ? (JSON.parse(text) as Change) : null
  }

  /** What is typed and not saved. */
  get ahead(): Change | null {
    const { pending, sending, held } = this
    if (sending && pending) return this.how.join(sending, pending)
    return pending ?? sending ?? held
  }

  /** Whether nothing is on its way. */
  get idle(): boolean {
    return !this.sending && !this.pending
  }

  /** Take out what is typed and not saved, where it is kept elsewhere now. */
  take(): Change | null {
    const kept = this.pending
    this.pending = null
    window.localStorage.removeItem(this.how.key)
    return kept
  }

  /** Lay a change over what is not saved yet. */
  push(change: Change): void {
    this.held = null
    this.pending = this.pending ? this.how.join(this.pending, change) : change
    window.clearTimeout(this.resting)
    if (this.how.rest) {
      if (!this.sending) this.how.state('saving')
      this.resting = window.setTimeout(() => void this.flush(), this.how.rest)
    } else void this.flush()
    this.keep()
  }

  /** Nothing more is sent from here; what is not saved stays kept. */
  end(): void {
    this.ended = true
    window.clearTimeout(this.resting)
  }

  /** Say what is not saved yet at once, for the next change is laid over it; keep it a moment later. */
  private keep(): void {
    const { ahead } = this
    this.how.ahead?.(ahead)
    window.clearTimeout(this.keeping)
    this.keeping = window.setTimeout(() => {
      if (ahead !== null) window.localStorage.setItem(this.how.key, JSON.stringify(ahead))
      else window.localStorage.removeItem(this.how.key)
    })
  }

  /** Send what is not saved yet, now. */
  async flush(): Promise<void> {
    window.clearTimeout(this.resting)
    if (this.sending !== null || this.pending === null) return
    const sending = this.pending
    this.pending = null
    if (this.how.empty?.(sending)) {
      this.keep()
      return this.how.state('saved')
    }
    this.sending = sending
    this.how.state('saving')
    let after: SaveState = 'saved'
    try {
      const takeOver = await this.how.send(sending)
      this.sending = null
      takeOver?.()
    } catch (error) {
      this.sending = null
      after = this.failed(error, sending)
    }
    this.keep()
    if (this.ended) return
    const later = after === 'waiting' || after === 'locked'
    if (later) this.resting = window.setTimeout(() => void this.flush(), RETRY_MS)
    if (this.pending !== null && !later && after !== 'gone') void this.flush()
    else this.how.state(after)
  }

  private failed(error: unknown, change: Change): SaveState {
    const why = whyNot(error)
    const under = (first: Change) =>
      this.pending === null ? first : this.how.join(first, this.pending)
    if (why === 'conflict') {
      this.pending = this.how.overTheirs(error as ApiError, under(change))
      return 'saved'
    }
    if (why !== 'refused') {
      this.pending = under(change)
      return why
    }
    const { again, held } = this.how.refused(error as ApiError, change)
    if (again !== undefined) this.pending = under(again)
    else if (this.pending === null) this.held = held ?? null
    return 'refused'
  }
}
