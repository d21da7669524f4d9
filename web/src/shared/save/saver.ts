// Sends changes of one ticket, one request at a time; what is typed meanwhile goes with the next. What is
// not saved yet is kept in the browser, so that a closed window or a dead battery loses nothing.
import { api, ApiError, unwrap, type Fitting, type FittingPatch } from '@/shared/api/client'

export type Change = Omit<FittingPatch, 'version'>

const RETRY_MS = 1500
const KEPT = 'chord-unsaved-'

/** Lay a later change over an earlier one that was not sent yet. */
export function over(first: Change, then: Change): Change {
  const made = { ...first, ...then }
  if (first.facts ?? then.facts) made.facts = { ...first.facts, ...then.facts }
  if (first.water ?? then.water) made.water = { ...first.water, ...then.water }
  if ('break_id' in then && then.break_id !== null) made.water = then.water ?? {}
  return made
}

/** A change without the fact that was refused; null where nothing else is in it, or it cannot be told. */
function without(change: Change, field: string): Change | null {
  const [part, name] = field.split('.')
  if ((part !== 'facts' && part !== 'water') || !name || !(name in (change[part] ?? {})))
    return null
  const kept = { ...(change[part] as Record<string, unknown>) }
  delete kept[name]
  const rest: Change = { ...change, [part]: kept }
  const some = Object.values(rest).some(
    (value) => value !== null && (typeof value !== 'object' || Object.keys(value).length > 0),
  )
  return some ? rest : null
}

/** `locked`: nobody is signed in; `gone`: the ticket is not there any more. What was typed is kept in both. */
export type SaveState = 'saved' | 'saving' | 'refused' | 'waiting' | 'locked' | 'gone'

export interface SaverEvents {
  saved(fitting: Fitting): void
  refused(error: ApiError): void
  state(state: SaveState): void
  /** What is typed and not saved yet. */
  ahead(change: Change | null): void
}

/** A queue of changes for one ticket. */
export class Saver {
  private pending: Change | null = null
  private sending: Change | null = null
  private keeping = 0

  constructor(
    private fitting: { id: number; version: number },
    private events: SaverEvents,
  ) {
    const kept = window.localStorage.getItem(KEPT + fitting.id)
    if (kept) this.push(JSON.parse(kept) as Change)
  }

  /** What is typed and not saved; taken out where it is kept elsewhere now. */
  take(): Change | null {
    const kept = this.pending
    this.pending = null
    window.localStorage.removeItem(KEPT + this.fitting.id)
    return kept
  }

  /** Whether nothing is on its way. */
  get idle(): boolean {
    return !this.sending && !this.pending
  }

  /** The version on which the next change is laid. */
  stands(version: number): void {
    this.fitting.version = version
  }

  push(change: Change): void {
    this.pending = this.pending ? over(this.pending, change) : change
    void this.send()
    this.keep()
  }

  /** Say what is not saved yet at once, for the next change is laid over it; keep it a moment later. */
  private keep(): void {
    const ahead =
      this.sending && this.pending
        ? over(this.sending, this.pending)
        : (this.pending ?? this.sending)
    this.events.ahead(ahead)
    window.clearTimeout(this.keeping)
    this.keeping = window.setTimeout(() => {
      if (ahead) window.localStorage.setItem(KEPT + this.fitting.id, JSON.stringify(ahead))
      else window.localStorage.removeItem(KEPT + this.fitting.id)
    })
  }

  private async send(): Promise<void> {
    if (this.sending || !this.pending) return
    const sending = this.pending
    this.sending = sending
    this.pending = null
    this.events.state('saving')
    let after: SaveState = 'saved'
    try {
      await this.patch(sending)
      this.sending = null
    } catch (error) {
      after = this.failed(error, sending)
    }
    this.keep()
    const later = after === 'waiting' || after === 'locked'
    if (later) window.setTimeout(() => void this.send(), RETRY_MS)
    if (this.pending && !later && after !== 'gone') void this.send()
    else this.events.state(after)
  }

  private async patch(change: Change): Promise<void> {
    const body = { ...change, version: this.fitting.version }
    const path = { id: this.fitting.id }
    const fitting = await unwrap<Fitting>(
      api.PATCH('/api/fittings/{id}/', { params: { path }, body }),
    )
    this.fitting.version = fitting.version
    this.events.saved(fitting)
  }

  private failed(error: unknown, change: Change): SaveState {
    this.sending = null
    if (error instanceof ApiError && error.status === 409 && error.current) {
      // Somebody else changed the ticket: ours goes on top of theirs, fact by fact.
      this.fitting.version = error.current.version
      this.pending = this.pending ? over(change, this.pending) : change
      return 'saved'
    }
    const signIn =
      error instanceof ApiError && (error.status === 401 || error.fault.field === 'csrf')
    const gone = error instanceof ApiError && error.status === 404
    if (signIn || gone) {
      this.pending = this.pending ? over(change, this.pending) : change
      return gone ? 'gone' : 'locked'
    }
    if (error instanceof ApiError && error.status < 500 && error.status !== 429) {
      this.events.refused(error)
      // What was sent along with it is right, and is sent again without it.
      const rest = without(change, error.fault.field)
      if (rest) this.pending = this.pending ? over(rest, this.pending) : rest
      return 'refused'
    }
    // The server is away: keep what was typed and try again, later changes on top.
    this.pending = this.pending ? over(change, this.pending) : change
    return 'waiting'
  }
}
