// The map of the year: faces upwards, steepness to the right.
import type { BreakClimate, Shore, Words } from '@/shared/api/client'
import { faceWord, heightOf, type FacesAs, type Units } from './units'

export interface MapFrame {
  left: number
  top: number
  wide: number
  high: number
  most_m: number
  slopes: readonly [number, number]
}

/** Where a slope lies; steps of equal ratio are equally wide. */
export function slopeX(slope: number, frame: MapFrame): number {
  const [low, high] = frame.slopes
  const share = Math.log(slope / low) / Math.log(high / low)
  return frame.left + Math.min(1, Math.max(0, share)) * frame.wide
}

/** Where a face lies. */
export function faceY(face: number, frame: MapFrame): number {
  return frame.top + frame.high * (1 - Math.min(face / frame.most_m, 1))
}

/** The frame into which nearly all hours fit; the rest is drawn at its rim. */
export function frameOf(
  gives: BreakClimate,
  marks: readonly number[],
  size: Omit<MapFrame, 'most_m' | 'slopes'>,
): MapFrame {
  const map = gives.climate?.map
  const edges = map?.face_edges_m ?? [0, 1]
  const sums = (map?.share ?? []).map((row) => row.reduce((a, b) => a + b, 0))
  let above = 0
  let top = edges.length - 1
  while (top > 4 && above + (sums[top - 1] ?? 0) < 0.01) above += sums[--top] ?? 0
  const most = Math.max(edges[top] ?? 1, ...marks.map((face) => face * 1.08))
  const slopes = map?.slope_edges ?? [0.2, 1.25]
  return { ...size, most_m: most, slopes: [slopes[0] ?? 0.2, slopes[slopes.length - 1] ?? 1.25] }
}

/** Heights to write at the side, as this person says them; words that would lie on each other are left out. */
export function heightTicks(
  frame: MapFrame,
  words: Words,
  body: number,
  units: Units,
  as: FacesAs,
): { y: number; says: string }[] {
  const over = as === 'back' ? words.face_over_back : 1
  const foot = units === 'metric' ? 1 : 0.3048
  const step = frame.most_m / over / foot > 6 ? 2 : frame.most_m / over / foot > 2.5 ? 1 : 0.5
  const plain = Array.from({ length: 40 }, (_, i) => (i + 1) * step * foot * over)
  const rows =
    as === 'words'
      ? words.heights.map((row) => ({ face: row.share * body, says: row.word }))
      : plain.map((face) => ({ face, says: heightOf(face / over, units) }))
  const ticks: { y: number; says: string }[] = []
  for (const row of rows) {
    if (row.face > frame.most_m * 1.001) break
    const y = faceY(row.face, frame)
    const last = ticks[ticks.length - 1]
    // The longest of the words would need a margin of its own.
    const says = row.says.replace(' and a half', ' ½').replace('double overhead', 'double')
    if (!last || last.y - y >= 18) ticks.push({ y, says })
  }
  return ticks
}

/** A share of days as a word for a mark: the best so many days of the year, or a share. */
export function dayRank(share: number): string {
  const days = Math.round((1 - share) * 365.25)
  if (days < 1) return 'bigger than any day here'
  if (days <= 60) return days === 1 ? 'the best day of the year' : `one of the best ${days} days`
  return `${Math.round(share * 100)} % of days are smaller`
}

/** The bearing of a direction in words of eight. */
export function bearing(deg: number): string {
  return ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'][Math.round(deg / 45) % 8] ?? 'N'
}

/** The word of a face for a body, with its height. */
export function faceSays(
  face: number,
  words: Words | null,
  body: number,
  units: Units,
  as: FacesAs,
): string {
  if (!words || face < 0.1) return 'flat'
  if (as === 'back') return `${heightOf(face / words.face_over_back, units)} behind`
  return as === 'face' ? heightOf(face, units) : faceWord(face, words, body)
}

/** A shore with what it leaves open filled in, as the server does. */
export function wholeShore(shore: Shore | null | undefined): Required<Shore> | null {
  if (!shore) return null
  const open = { window_deg: 40, exposure: 1, bottom_slope: 0.03, tides: [], going: null }
  const place = { latitude_deg: 45, longitude_deg: 0, utc_offset_h: 0, buoy_km: 0 }
  return { ...open, ...place, ...shore }
}

/** A remembered day as a mark of the map; `share` of days that are smaller, where that is measured. */
export interface DayMark {
  says: string
  face_m: number
  steepness: string
  share: number | null
}

/** The remembered days that a break was held against, as marks. */
export function marksOf(gives: BreakClimate, steepness: string, whose: string): DayMark[] {
  return gives.remembered.map(({ name, face_m, share }) => {
    return { says: `${whose}${name} day`, face_m, steepness, share }
  })
}

/** A rectangle of the map [px]. */
export interface Area {
  x: number
  y: number
  wide: number
  high: number
}

const shared = (a: Area, b: Area) =>
  Math.max(Math.min(a.x + a.wide, b.x + b.wide) - Math.max(a.x, b.x), 0) *
  Math.max(Math.min(a.y + a.high, b.y + b.high) - Math.max(a.y, b.y), 0)

/** Where words of a size stand beside their mark: right, left, above or below, the first of these places that
 * lies in the frame and on nothing that is taken; else the one that lies on least. */
export function besideMark(
  mark: { x: number; y: number },
  words: { wide: number; high: number },
  taken: readonly Area[],
  frame: MapFrame,
): Area {
  const { wide, high } = words
  const gap = 12
  const right = mark.x + gap
  const left = mark.x - gap - wide
  const middle = mark.x - wide / 2
  const beside = mark.y - high / 2
  const [above, below] = [mark.y - gap - high, mark.y + gap]
  const places = [
    [right, beside],
    [left, beside],
    [right, above],
    [right, below],
    [left, above],
    [left, below],
    [middle, above],
    [middle, below],
    [right, above - high],
    [right, below + high],
    [left, above - high],
    [left, below + high],
  ] as const
  let best: Area = { x: right, y: beside, wide, high }
  let least = Infinity
  for (const [x, y] of places) {
    const area = { x, y, wide, high }
    const inside = shared(area, { x: frame.left, y: frame.top, wide: frame.wide, high: frame.high })
    const cost = taken.reduce((sum, each) => sum + shared(area, each), wide * high - inside)
    if (cost < least - 0.5) [best, least] = [area, cost]
  }
  return best
}
