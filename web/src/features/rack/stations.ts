// The stations of a board as rows of a measuring sheet, filled from the tail on.
import type { Board, TapeReading } from '@/shared/api/client'

export type Taped = 'width_m' | 'thickness_m' | 'rocker_m'
export const TAPED: { name: Taped; says: string }[] = [
  { name: 'width_m', says: 'width' },
  { name: 'thickness_m', says: 'thickness' },
  { name: 'rocker_m', says: 'rocker' },
]
const FOOT = 0.3048
const SAME = 0.004
/** A foot that was measured so near to it is not offered again [m]. */
const NEAR = 0.1

export interface StationRow {
  from_tail_m: number
  width_m?: number | null
  thickness_m?: number | null
  rocker_m?: number | null
}

/** What was measured, and every foot that was not yet, from the tail on. */
export function rowsOf(board: Board, also: number[] = []): StationRow[] {
  const said: StationRow[] = (board.stations ?? []).map((one) => ({ ...one }))
  const asked = also.filter((at) => !said.some((one) => Math.abs(one.from_tail_m - at) < SAME))
  said.push(...asked.map((at) => ({ from_tail_m: at })))
  const places: number[] = []
  for (let at = FOOT; at < board.length_m - 0.12; at += FOOT) places.push(at)
  for (const at of places)
    if (!said.some((one) => Math.abs(one.from_tail_m - at) < NEAR)) said.push({ from_tail_m: at })
  return said.sort((a, b) => a.from_tail_m - b.from_tail_m)
}

/** The stations that hold something, as the document keeps them. */
export function stationsWith(
  board: Board,
  at: number,
  name: Taped,
  value: number | null,
): StationRow[] {
  const rows: StationRow[] = (board.stations ?? []).map((one) => ({ ...one }))
  let row = rows.find((one) => Math.abs(one.from_tail_m - at) < SAME)
  if (!row) {
    row = { from_tail_m: Math.round(at * 1e5) / 1e5 }
    rows.push(row)
  }
  if (value === null) delete row[name]
  else row[name] = value
  return rows
    .filter((one) => TAPED.some(({ name: of }) => one[of] !== undefined && one[of] !== null))
    .sort((a, b) => a.from_tail_m - b.from_tail_m)
}

/** How a reading stands against the others. */
export function readingAt(
  readings: readonly TapeReading[],
  at: number,
  name: Taped,
): TapeReading | undefined {
  return readings.find((one) => one.measure === name && Math.abs(one.from_tail_m - at) < SAME)
}
