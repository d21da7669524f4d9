// A straight scale from values to pixels, and even ticks on it.
export interface Scale {
  (value: number): number
  low: number
  high: number
  back(pixel: number): number
}

/** Map [low, high] onto [from, to] pixels. */
export function scaleOver(low: number, high: number, from: number, to: number): Scale {
  const per = (to - from) / (high - low || 1)
  const scale = ((value: number) => from + (value - low) * per) as Scale
  scale.low = low
  scale.high = high
  scale.back = (pixel) => low + (pixel - from) / per
  return scale
}

/** A step of 1, 2 or 5 times a power of ten that gives about `count` steps. */
export function evenStep(span: number, count: number): number {
  const raw = span / count
  const power = 10 ** Math.floor(Math.log10(raw))
  const lead = raw / power
  return power * (lead > 5 ? 10 : lead > 2 ? 5 : lead > 1 ? 2 : 1)
}

/** Even values from low to high. */
export function ticks(low: number, high: number, step: number): number[] {
  const first = Math.ceil(low / step - 1e-9)
  const last = Math.floor(high / step + 1e-9)
  return Array.from({ length: last - first + 1 }, (_, i) => (first + i) * step)
}
