// Curves of what is known: a bell over the logarithm, through the ends between which eight of ten lie.

export type Triple = readonly [number, number, number]

/** Spreads to either side of the middle between which eight of ten lie. */
const WIDE = 1.2816

/** Middle and spread in logs of a triple. */
export function bellOf(triple: Triple): { middle: number; sd: number } {
  const [low, middle, high] = triple
  return { middle: Math.log(middle), sd: Math.max(Math.log(high / low) / (2 * WIDE), 1e-4) }
}

/** The values that a picture of these triples goes over: all of them with their tails. */
export function spanOf(triples: readonly Triple[]): [number, number] {
  const ends = triples.map((triple) => {
    const { middle, sd } = bellOf(triple)
    return [middle - 2.4 * sd, middle + 2.4 * sd]
  })
  return [
    Math.exp(Math.min(...ends.map((end) => end[0] ?? 0))),
    Math.exp(Math.max(...ends.map((end) => end[1] ?? 0))),
  ]
}

/** A curve as a path; `most` is the height of the tallest one, in its own units. */
export function bellPath(
  triple: Triple,
  span: readonly [number, number],
  size: { wide: number; high: number },
  most: number,
): string {
  const { middle, sd } = bellOf(triple)
  const [low, high] = [Math.log(span[0]), Math.log(span[1])]
  const points: string[] = []
  for (let i = 0; i <= 60; i += 1) {
    const at = low + ((high - low) * i) / 60
    const tall = Math.exp(-(((at - middle) / sd) ** 2) / 2) / sd
    const y = size.high - (size.high * tall) / most
    points.push(`${((size.wide * i) / 60).toFixed(1)},${y.toFixed(1)}`)
  }
  return `M${points.join('L')}`
}

/** Height of the top of a curve, to scale several by the tallest. */
export function topOf(triple: Triple): number {
  return 1 / bellOf(triple).sd
}

/** Place of a value over a picture's width. */
export function xOf(value: number, span: readonly [number, number], wide: number): number {
  const [low, high] = [Math.log(span[0]), Math.log(span[1])]
  return (wide * (Math.log(value) - low)) / Math.max(high - low, 1e-9)
}
