// An outline in a picture as arithmetic: places are shares of the picture's width and height.
import { tokenHeader, type Board, type Fault, type PhotographOut } from '@/shared/api/client'
import { stationsWith, type StationRow } from './stations'

export interface Spot {
  x: number
  y: number
}
export interface Size {
  wide: number
  high: number
}
type Across = PhotographOut['widths'][number]

/** No station is put nearer to the nose than this [m]. */
const TIP_M = 0.05
const to = (value: number, places: number) => Math.round(value * 10 ** places) / 10 ** places

/** Ask the server for the outline in a picture. */
export async function lookAt(
  file: File,
  [a, b]: [Spot, Spot],
  apart_m: number,
  turned: boolean,
): Promise<PhotographOut | { error: Fault }> {
  const asked = { x1: a.x, y1: a.y, x2: b.x, y2: b.y, apart_m, turned }
  const query = new URLSearchParams(
    Object.entries(asked).map(([name, value]) => [name, String(value)]),
  )
  const headers = { 'Content-Type': 'image/*', ...tokenHeader() }
  const address = `/api/rack/photograph/?${query}`
  const response = await fetch(address, { method: 'POST', body: file, headers })
  return (await response.json()) as PhotographOut | { error: Fault }
}

/** A place of the picture in pixels of the screen. */
export function inPicture(point: readonly number[], size: Size): [number, number] {
  return [(point[0] ?? 0) * size.wide, (point[1] ?? 0) * size.high]
}

/** The outline as a path. */
export function outlinePath(outline: readonly (readonly number[])[], size: Size): string {
  const points = outline.map((point) => inPicture(point, size).map((value) => value.toFixed(1)))
  return `M${points.map((point) => point.join(',')).join('L')}Z`
}

/** A width made longer or shorter from its left end. */
export function stretched(one: Across, by: number): Across {
  const [x, y] = one.left
  const right: [number, number] = [x + (one.right[0] - x) * by, y + (one.right[1] - y) * by]
  return { ...one, right, width_m: one.width_m * by }
}

/** A width whose right end is pulled to where the hand is, along its own line. */
export function pulled(one: Across, hand: Spot, size: Size): Across {
  const [left, right] = [inPicture(one.left, size), inPicture(one.right, size)]
  const at = inPicture([hand.x, hand.y], size)
  const [dx, dy] = [right[0] - left[0], right[1] - left[1]]
  const long = Math.hypot(dx, dy)
  const along = ((at[0] - left[0]) * dx + (at[1] - left[1]) * dy) / long
  return stretched(one, Math.max(along, 2) / long)
}

/** The stations of a board with the widths of a picture; places go by the board's own length, which the tape
 * knows better. */
export function stationsFrom(
  board: Board,
  widths: readonly Across[],
  length_m: number,
): StationRow[] {
  const longer = board.length_m / length_m
  let stations: StationRow[] = [...(board.stations ?? [])]
  for (const one of widths) {
    const at = to(one.from_tail_m * longer, 4)
    if (at < board.length_m - TIP_M)
      stations = stationsWith({ ...board, stations }, at, 'width_m', to(one.width_m, 4))
  }
  return stations
}
