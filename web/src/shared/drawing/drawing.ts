// Boards as paths: plan and side, to one scale. Pure arithmetic on the core's curves [m].

export interface PlanCurve {
  from_tail_m: number[]
  half_width_m: number[]
  notch_half_m: number[]
}

export interface SideCurve {
  from_tail_m: number[]
  rocker_m: number[]
  thickness_m: number[]
}

type Point = [x: number, y: number]

function path(points: Point[], close = true): string {
  const text = points.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join('L')
  return `M${text}${close ? 'Z' : ''}`
}

function last<T>(list: readonly T[]): T {
  return list[list.length - 1] as T
}

/** Length of a drawn board [m]. */
export function lengthOf(curve: { from_tail_m: number[] }): number {
  return last(curve.from_tail_m)
}

/** The outline: along x from the tail, half-widths up and down, the cut between the tips left out. */
export function planPoints(curve: PlanCurve): Point[] {
  const at = curve.from_tail_m
  const up = at.map((x, i): Point => [x, curve.half_width_m[i] ?? 0])
  const cut = at
    .map((x, i): Point => [x, curve.notch_half_m[i] ?? 0])
    .filter(([, half], i) => half > 0 || i === 0)
  const bottom = cut.length > 1 ? [...cut, [cutEnd(curve), 0] as Point] : []
  const upper = [...up]
  const lower = [...up].reverse().map(([x, y]): Point => [x, -y])
  const inner = [...cut.map(([x, y]): Point => [x, -y]), ...bottom.slice(-1), ...[...cut].reverse()]
  return bottom.length ? [...upper, ...lower, ...inner] : [...upper, ...lower]
}

function cutEnd(curve: PlanCurve): number {
  const i = curve.notch_half_m.findIndex((half) => half === 0)
  const [x0, x1] = [curve.from_tail_m[i - 2] ?? 0, curve.from_tail_m[i - 1] ?? 0]
  const [y0, y1] = [curve.notch_half_m[i - 2] ?? 0, curve.notch_half_m[i - 1] ?? 0]
  return y0 > y1 ? x1 + (y1 * (x1 - x0)) / (y0 - y1) : x1
}

/** Outline lying flat, nose to the right; `x0` where the tail lies and `y0` the stringer [px]. */
export function planPath(curve: PlanCurve, scale: number, x0: number, y0: number): string {
  return path(planPoints(curve).map(([x, y]) => [x0 + x * scale, y0 - y * scale]))
}

/** Outline standing on its tail: `x0` the stringer, `y0` the floor [px]. */
export function standingPath(curve: PlanCurve, scale: number, x0: number, y0: number): string {
  return path(planPoints(curve).map(([x, y]) => [x0 + y * scale, y0 - x * scale]))
}

/** The side: bottom and deck, nose to the right; `y0` the bench [px]. */
export function sidePath(curve: SideCurve, scale: number, x0: number, y0: number): string {
  const bottom = curve.from_tail_m.map((x, i): Point => [
    x0 + x * scale,
    y0 - (curve.rocker_m[i] ?? 0) * scale,
  ])
  const deck = curve.from_tail_m.map((x, i): Point => [
    x0 + x * scale,
    y0 - ((curve.rocker_m[i] ?? 0) + (curve.thickness_m[i] ?? 0)) * scale,
  ])
  return path([...bottom, ...deck.reverse()])
}

/** Place from the tail [m] where the board is widest. */
export function widePoint(curve: PlanCurve): number {
  const most = Math.max(...curve.half_width_m)
  return curve.from_tail_m[curve.half_width_m.indexOf(most)] ?? 0
}

/** By how much a second board is moved forward [m] to lie on a first one. */
export function shiftFor(align: 'tail' | 'wide' | 'nose', on: PlanCurve, other: PlanCurve): number {
  if (align === 'nose') return lengthOf(on) - lengthOf(other)
  return align === 'wide' ? widePoint(on) - widePoint(other) : 0
}

/** Value of a curve at a place from the tail [m], linear between stations. */
export function at(curve: { from_tail_m: number[] }, values: number[], x: number): number {
  const xs = curve.from_tail_m
  const i = Math.max(
    1,
    Math.min(
      xs.length - 1,
      xs.findIndex((other) => other >= x),
    ),
  )
  const [a, b] = [xs[i - 1] ?? 0, xs[i] ?? 1]
  const part = b > a ? (x - a) / (b - a) : 0
  return (values[i - 1] ?? 0) * (1 - part) + (values[i] ?? 0) * part
}
