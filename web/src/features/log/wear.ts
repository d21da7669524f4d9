// Deck and dents of boards by the month, out of the sessions that were logged.
import type { LoggedSession } from '@/shared/api/client'

export interface MonthOfWear {
  board: string
  /** As 2026-11. */
  month: string
  dents: number
  /** The worst that the deck was seen to be; null: nobody looked. */
  deck: 'sound' | 'pressed' | 'soft' | null
}

const DECKS = ['sound', 'pressed', 'soft'] as const

/** What was seen of each board in each month, the newest month first; months in which nobody looked are left out. */
export function wearByMonth(sessions: readonly LoggedSession[]): MonthOfWear[] {
  const found = new Map<string, MonthOfWear>()
  for (const session of sessions) {
    const dents = session.wear.dents ?? 0
    const deck = session.wear.deck ?? null
    if (!dents && !deck) continue
    const board = session.board.name || session.board.family
    const month = session.started_at.slice(0, 7)
    const row = found.get(`${month} ${board}`) ?? { board, month, dents: 0, deck: null }
    row.dents += dents
    if (deck && (row.deck === null || DECKS.indexOf(deck) > DECKS.indexOf(row.deck)))
      row.deck = deck
    found.set(`${month} ${board}`, row)
  }
  return [...found.values()].sort(
    (a, b) => b.month.localeCompare(a.month) || a.board.localeCompare(b.board),
  )
}

/** A month of wear in words. */
export function wearSays(row: MonthOfWear): string {
  const dents = row.dents ? `${row.dents} new dent${row.dents === 1 ? '' : 's'}` : ''
  return [row.deck ? `deck ${row.deck}` : '', dents].filter(Boolean).join(', ')
}
