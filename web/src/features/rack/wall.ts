// The wall as arithmetic: which row a family hangs in, where along the line, and what stands too close together.
import type { Demand, Found } from '@/shared/api/client'

export interface WallRow {
  name: string
  families: string[]
}

/** Rows of the wall, from the shortest kinds to the longest. */
export const WALL_ROWS: WallRow[] = [
  { name: 'shortboards, step-ups, guns', families: ['performance shortboard', 'step-up', 'gun'] },
  { name: 'all-rounders, twins', families: ['all-rounder', 'performance twin'] },
  { name: 'fish, small-wave', families: ['keel fish', 'performance fish', 'groveler'] },
  { name: 'mid-lengths, mini-mals', families: ['mid-length', 'mini-mal', 'single fin'] },
  {
    name: 'longboards',
    families: ['nose-rider', 'performance longboard', 'big-wave longboard', 'long pulled-in'],
  },
  { name: 'soft-tops', families: ['short soft-top', 'long soft-top'] },
]
const REST = 'river, stand-up'

/** What the wall is hung by. */
export type HungBy = 'litres' | 'length_m' | 'price' | 'days'

/** A place on the wall: one board, or several that stand too close to be told apart. */
export interface Hanging {
  ids: number[]
  x: number
  stock: string | null
}

export interface HungRow {
  name: string
  places: Hanging[]
  longest_m: number
  floor: number
}

export interface Wall {
  rows: HungRow[]
  scale: number
  ticks: { x: number; says: string }[]
  at(value: number): number
}

export interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

const CLOSE = 11

function valuesOf(found: Found, by: HungBy): (number | null)[] {
  return by === 'length_m'
    ? found.length_m
    : by === 'litres'
      ? found.litres
      : by === 'price'
        ? found.price
        : found.days
}

function rowOf(family: string): string {
  return WALL_ROWS.find((row) => row.families.includes(family))?.name ?? REST
}

/** Round numbers for the line under the wall: 1, 2, 5 and what lies between. */
function ticksBetween(low: number, high: number, log: boolean): number[] {
  const span = high - low
  const rough = log ? low * 0.12 : span / 9
  const step = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((one) => one >= rough) ?? 1000
  const made = []
  for (let v = Math.ceil(low / step) * step; v <= high; v += step) made.push(v)
  return made
}

/** Boards hung along a line in rows by family, to one scale; neighbours that would touch close up into a
 * sheaf. Litres and prices lie on a line of ratios, lengths and days on an even one. */
export function hangWall(found: Found, by: HungBy, box: Box): Wall {
  const values = valuesOf(found, by)
  const known = values.filter((value): value is number => value !== null)
  const log = by === 'litres' || by === 'price'
  const [low, high] = [Math.min(...known), Math.max(...known)]
  const pad = log ? 1.04 : 0
  const [from, to] = log
    ? [low / pad, high * pad]
    : [low - (high - low || 1) * 0.02, high + (high - low || 1) * 0.02]
  const way = (value: number) => (log ? Math.log(Math.max(value, 0.1)) : value)
  const width = box.right - box.left
  const at = (value: number) =>
    box.left + ((way(value) - way(from)) / (way(to) - way(from) || 1)) * width

  const members = new Map<string, number[]>()
  found.ids.forEach((_, i) => {
    const name = rowOf(found.families[found.family[i] ?? 0] ?? '')
    members.set(name, [...(members.get(name) ?? []), i])
  })
  const names = [...WALL_ROWS.map((row) => row.name), REST].filter((name) => members.has(name))
  const longest = names.map((name) =>
    Math.max(...(members.get(name) ?? []).map((i) => found.length_m[i] ?? 0)),
  )
  const room = box.bottom - box.top - names.length * 12
  const scale = Math.min(36, room / longest.reduce((a, b) => a + b, 0))
  let floor = box.top
  const rows = names.map((name, row): HungRow => {
    floor += 12 + (longest[row] ?? 0) * scale
    return {
      name,
      longest_m: longest[row] ?? 0,
      floor,
      places: sheaves(found, members.get(name) ?? [], values, at),
    }
  })
  const ticks = ticksBetween(from, to, log).map((value) => ({ x: at(value), says: String(value) }))
  return { rows, scale, ticks: thinned(ticks), at }
}

function thinned(ticks: { x: number; says: string }[]): { x: number; says: string }[] {
  const kept: { x: number; says: string }[] = []
  for (const tick of ticks)
    if (!kept.length || tick.x - (kept[kept.length - 1]?.x ?? 0) > 34) kept.push(tick)
  return kept
}

function sheaves(
  found: Found,
  members: number[],
  values: (number | null)[],
  at: (value: number) => number,
): Hanging[] {
  const places: Hanging[] = []
  const standing = members
    .filter((i) => values[i] !== null)
    .sort((a, b) => (values[a] ?? 0) - (values[b] ?? 0))
  let head = -Infinity
  for (const i of standing) {
    const x = at(values[i] ?? 0)
    const last = places[places.length - 1]
    const id = found.ids[i] ?? 0
    if (last && x - head < CLOSE) last.ids.push(id)
    else {
      places.push({ ids: [id], x, stock: found.stock[i] ?? null })
      head = x
    }
  }
  return places
}

export interface Ask {
  name: string
  low: number
  high: number
  met: boolean
}

/** What was asked for along the line: litres as a band, lengths as the half foot about them. */
export function asksAlong(asked: Demand, by: HungBy): Ask[] {
  if (by !== 'litres' && by !== 'length_m') return []
  const half = 0.0762
  return asked.fittings.map((one) => ({
    name: one.name || one.family,
    met: one.best.length > 0,
    low: by === 'litres' ? one.low_l : one.length_m - half,
    high: by === 'litres' ? one.high_l : one.length_m + half,
  }))
}

/** The outline of spans heaped on each other over a floor, each `up` high. */
export function heap(spans: { from: number; to: number }[], floor: number, up: number): string {
  const edges = [...new Set(spans.flatMap((span) => [span.from, span.to]))].sort((a, b) => a - b)
  const over = (x: number) => spans.filter((span) => span.from <= x && x < span.to).length
  const steps = edges.map((x) => `H${x.toFixed(1)}V${(floor - over(x) * up).toFixed(1)}`).join('')
  return edges.length ? `M${(edges[0] ?? 0).toFixed(1)},${floor}${steps}V${floor}Z` : ''
}

export interface UnmetLabel {
  x: number
  says: string
}

/** One label over each unmet span; those that would lie on each other are one label with all their names. */
export function unmetLabels(
  spans: { name: string; from: number; to: number }[],
  letter = 7.5,
): UnmetLabel[] {
  const groups: { names: string[]; xs: number[] }[] = []
  const middle = (xs: number[]) => xs.reduce((sum, x) => sum + x, 0) / xs.length
  const says = (names: string[]) => `${names.join(', ')}: nothing`
  const half = (names: string[]) => (says(names).length * letter) / 2
  for (const span of [...spans].sort((a, b) => a.from + a.to - b.from - b.to)) {
    const x = (span.from + span.to) / 2
    let next = { names: [span.name], xs: [x] }
    let last = groups.at(-1)
    while (last && middle(next.xs) - half(next.names) < middle(last.xs) + half(last.names)) {
      next = { names: [...new Set([...last.names, ...next.names])], xs: [...last.xs, ...next.xs] }
      groups.pop()
      last = groups.at(-1)
    }
    groups.push(next)
  }
  return groups.map((group) => ({ x: middle(group.xs), says: says(group.names) }))
}
