// Sends changes of one ticket, one request at a time; what is typed meanwhile goes with the next.
import { api, Refused, told, type Fitting, type FittingPatch } from '../api/client'

export type Change = Omit<FittingPatch, 'version'>

const RETRY_MS = 1500

/** Lay a later change over an earlier one that was not sent yet. */
export function over(first: Change, then: Change): Change {
  const made = { ...first, ...then }
  if (first.facts ?? then.facts) made.facts = { ...first.facts, ...then.facts }
  if (first.water ?? then.water) made.water = { ...first.water, ...then.water }
  if ('break_id' in then && then.break_id !== null) made.water = then.water ?? {}
  return made
}

export type SaveState = 'saved' | 'saving' | 'refused' | 'waiting'

export interface SaverEvents {
  saved(fitting: Fitting): void
  refused(error: Refused): void
  state(state: SaveState): void
}

/** A queue of changes for one ticket. */
export class Saver {
  private pending: Change | null = null
  private busy = false

  constructor(
    private fitting: { id: number; version: number },
    private events: SaverEvents,
  ) {}

  push(change: Change): void {
    this.pending = this.pending ? over(this.pending, change) : change
    void this.send()
  }

  private retry(kept: Change): void {
    this.pending = this.pending ? over(kept, this.pending) : kept
    void this.send()
  }

  private async send(): Promise<void> {
    if (this.busy || !this.pending) return
    const sending = this.pending
    this.pending = null
    this.busy = true
    this.events.state('saving')
    let after: SaveState = 'saved'
    try {
      await this.patch(sending)
    } catch (error) {
      after = this.failed(error, sending)
    } finally {
      this.busy = false
    }
    if (this.pending) void this.send()
    else this.events.state(after)
  }

  private async patch(change: Change): Promise<void> {
    const body = { ...change, version: this.fitting.version }
    const path = { id: this.fitting.id }
    const fitting = await told<Fitting>(
      api.PATCH('/api/fittings/{id}/', { params: { path }, body }),
    )
    this.fitting.version = fitting.version
    if (!this.pending) this.events.saved(fitting)
  }

  private failed(error: unknown, change: Change): SaveState {
    if (error instanceof Refused && error.status === 409 && error.current) {
      // Somebody else changed the ticket: ours goes on top of theirs, fact by fact.
      this.fitting.version = error.current.version
      this.pending = this.pending ? over(change, this.pending) : change
      return 'saved'
    }
    if (error instanceof Refused) {
      this.events.refused(error)
      return 'refused'
    }
    // The server is away: keep what was typed and try again, later changes on top.
    const kept = this.pending ? over(change, this.pending) : change
    this.pending = null
    window.setTimeout(() => this.retry(kept), RETRY_MS)
    return 'waiting'
  }
}
