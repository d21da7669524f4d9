// A session that is being written down: kept in the browser while it is, so that a phone that goes dark loses nothing.
import { reactive, watch } from 'vue'
import type { Board, SessionIn } from '@/shared/api/client'
import type { Ratings } from '@/shared/log/behaviours'
import { newKey } from '@/shared/log/outbox'

export interface Draft {
  key: string
  /** When it began; empty: so many minutes ago. */
  started: string
  minutes: number
  board: number
  /** Fins as ridden, where they are others than on the board as it is listed. */
  setup: string
  size: string
  flex: string
  /** A break of the shop by its place in the list; -1: somewhere else. */
  place: number
  where: string
  /** Word of the height of the waves; empty: as measured. */
  waves: string
  rides: number | null
  ratings: Ratings
  shown: string
  of: string
  rider: string
  note: string
  clip: string
  dents: number
  deck: '' | 'sound' | 'pressed' | 'soft'
  /** Which of the questions is asked; after the last one the rest is. */
  step: number
}

const NAME = (fitting: number) => `chord-beach-${fitting}`

export function freshDraft(): Draft {
  return {
    key: newKey(),
    started: '',
    minutes: 90,
    board: 0,
    setup: '',
    size: '',
    flex: '',
    place: 0,
    where: '',
    waves: '',
    rides: null,
    ratings: {},
    shown: '',
    of: '',
    rider: '',
    note: '',
    clip: '',
    dents: 0,
    deck: '',
    step: 0,
  }
}

const draft = reactive(freshDraft())
let stop: (() => void) | undefined

/** Take up the draft of a surfer, as it was left. */
export function openDraft(fitting: number): void {
  stop?.()
  Object.assign(draft, freshDraft())
  try {
    const kept = JSON.parse(window.localStorage.getItem(NAME(fitting)) ?? 'null') as Draft | null
    if (kept) Object.assign(draft, kept)
  } catch {
    // What cannot be read is begun anew.
  }
  stop = watch(draft, () => window.localStorage.setItem(NAME(fitting), JSON.stringify(draft)))
}

/** The session that is being written down; the next one begins where this one was. */
export function useDraft() {
  return { draft, begin: () => Object.assign(draft, freshDraft(), { place: draft.place }) }
}

/** A board with the fins that stood in it that day. */
export function withFins(board: Board, draft: Pick<Draft, 'setup' | 'size' | 'flex'>): Board {
  const { setup, size, flex } = draft
  if (!setup && !size && !flex) return board
  // Fins that are known by their measures are other fins now.
  const fins = { ...board.fins, groups: [] }
  const changed = { ...(setup && { setup }), ...(size && { size }), ...(flex && { flex }) }
  return { ...board, fins: { ...fins, ...changed } } as Board
}

/** What is sent of a draft, or what is wrong with it. */
export function sessionOf(
  draft: Draft,
  known: { board: Board | undefined; breakId: number | null; faceM: number | null },
  now: Date = new Date(),
): SessionIn | { fault: string } {
  if (!known.board) return { fault: 'Say which board it was.' }
  const began = draft.started
    ? new Date(draft.started)
    : new Date(now.getTime() - draft.minutes * 60_000)
  if (Number.isNaN(began.getTime())) return { fault: 'Say when it began.' }
  const [shown, of] = [draft.shown, draft.of].map((text) => (text === '' ? null : Number(text)))
  if (shown !== null && shown !== undefined && (!of || shown > of))
    return { fault: `Of how many rides that were watched? At least ${shown}.` }
  if (draft.clip && !/^https?:\/\/\S+$/.test(draft.clip))
    return { fault: 'A clip is a link that begins with https://.' }
  return {
    key: draft.key,
    started_at: began.toISOString(),
    minutes: draft.minutes,
    board: withFins(known.board, draft),
    break_id: known.breakId,
    place: known.breakId ? '' : draft.where,
    hour: known.faceM === null ? {} : { face_m: known.faceM },
    rides: draft.rides,
    ratings: draft.ratings,
    rider: draft.rider,
    note: draft.note,
    clip: draft.clip || null,
    shown: of ? { rides: shown ?? 0, of } : null,
    wear: { deck: draft.deck || null, dents: draft.dents },
  }
}
