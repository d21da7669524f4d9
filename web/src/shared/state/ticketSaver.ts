// The save queue of one ticket: changes are parts of it, sent with the version on which they are laid.
import { api, unwrap, type ApiError, type Fitting, type FittingPatch } from '@/shared/api/client'
import { ref } from 'vue'
import { SaveQueue, type SaveState } from '@/shared/save/queue'

export type Change = Omit<FittingPatch, 'version' | 'with_gear'>

/** Whether what goes with the board is answered along with each change: somebody looks at it. */
export const alsoGear = ref(false)

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

export interface SaverEvents {
  saved(fitting: Fitting): void
  refused(error: ApiError): void
  state(state: SaveState): void
  /** What is typed and not saved yet. */
  ahead(change: Change | null): void
}

/** A queue of changes for one ticket, with what was kept of it in this browser. */
export class Saver extends SaveQueue<Change> {
  constructor(
    private fitting: { id: number; version: number },
    events: SaverEvents,
  ) {
    super({
      key: `chord-unsaved-${fitting.id}`,
      rest: 0,
      join: over,
      send: async (change) => {
        const body = {
          ...change,
          version: this.fitting.version,
          with_gear: alsoGear.value,
        }
        const params = { path: { id: this.fitting.id } }
        const saved = await unwrap<Fitting>(api.PATCH('/api/fittings/{id}/', { params, body }))
        this.fitting.version = saved.version
        return () => events.saved(saved)
      },
      // Ours goes on top of theirs, fact by fact.
      overTheirs: (error, change) => {
        this.fitting.version = error.current?.version ?? this.fitting.version
        return change
      },
      refused: (error, change) => {
        events.refused(error)
        // What was sent along with it is right, and is sent again without it.
        return { again: without(change, error.fault.field) ?? undefined }
      },
      state: (state) => events.state(state),
      ahead: (change) => events.ahead(change),
    })
    const kept = this.kept()
    if (kept) this.push(kept)
  }

  /** The version on which the next change is laid. */
  stands(version: number): void {
    this.fitting.version = version
  }
}
