// The cut through a board at one place: a rounded box that has the width, thickness and area of the section.

/** Natural logarithm of the gamma function (Lanczos 1964, g = 5, six terms). */
function lnGamma(x: number): number {
  const terms = [
    76.18009172947146, -86.50532032941677, 24.01409824083091, -1.231739572450155,
    0.1208650973866179e-2, -0.5395239384953e-5,
  ]
  const base = x + 5.5
  const sum = terms.reduce((total, term, i) => total + term / (x + 1 + i), 1.000000000190015)
  return (x + 0.5) * Math.log(base) - base + Math.log((2.5066282746310005 * sum) / x)
}

/** Area of |x|^n + |y|^n = 1 over that of its box. */
export function fullness(n: number): number {
  return Math.exp(2 * lnGamma(1 + 1 / n) - lnGamma(1 + 2 / n))
}

/** The power whose rounded box is this full, between a rhomb (.5) and a box (1). */
export function powerFor(full: number): number {
  let [low, high] = [1, 40]
  for (let i = 0; i < 50; i += 1) {
    const middle = (low + high) / 2
    if (fullness(middle) < full) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** The outline of a cut [m], about its middle; `area` [m2] sets how full the rails are. */
export function cutPoints(width: number, thickness: number, area: number): [number, number][] {
  const box = width * thickness
  const n = powerFor(Math.min(Math.max(box > 0 ? area / box : 0.8, 0.55), 0.98))
  const points: [number, number][] = []
  for (let i = 0; i < 72; i += 1) {
    const angle = (i / 72) * 2 * Math.PI
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    points.push([
      (Math.sign(c) * Math.abs(c) ** (2 / n) * width) / 2,
      (Math.sign(s) * Math.abs(s) ** (2 / n) * thickness) / 2,
    ])
  }
  return points
}
