import { describe, expect, it } from 'vitest'
import { cutPoints, fullness, powerFor } from '@/shared/drawing/cut'
import * as drawing from '@/shared/drawing/drawing'

/** An ellipse two metres long and half a metre wide. */
const at = Array.from({ length: 81 }, (_, i) => 1 - Math.cos((i / 80) * Math.PI))
const ELLIPSE = {
  from_tail_m: at,
  half_width_m: at.map((x) => 0.25 * Math.sqrt(Math.max(0, 1 - (x - 1) ** 2))),
  notch_half_m: at.map(() => 0),
  rocker_m: at.map((x) => 0.05 * (x - 1) ** 2),
  thickness_m: at.map(() => 0.06),
}

const pointsOf = (path: string) =>
  path
    .replace(/[MZ]/g, '')
    .split('L')
    .map((pair) => pair.split(',').map(Number) as [number, number])

const areaOf = (points: [number, number][]) =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [u, v] = points[(i + 1) % points.length] ?? [0, 0]
      return sum + x * v - u * y
    }, 0) / 2,
  )

describe('boards as paths', () => {
  it('the outline of an ellipse has its area, to one scale', () => {
    const path = drawing.planPath(ELLIPSE, 100, 20, 80)
    expect(areaOf(pointsOf(path))).toBeCloseTo(Math.PI * 1 * 0.25 * 100 * 100, -2)
    expect(areaOf(pointsOf(drawing.standingPath(ELLIPSE, 50, 0, 0)))).toBeCloseTo(
      (Math.PI / 4) * 2500,
      -2,
    )
  })

  it('the side holds the thickness all along', () => {
    const points = pointsOf(drawing.sidePath(ELLIPSE, 100, 0, 0))
    const half = points.length / 2
    for (let i = 0; i < half; i += 1) {
      const [, bottom] = points[i] ?? [0, 0]
      const [, deck] = points[points.length - 1 - i] ?? [0, 0]
      expect(bottom - deck).toBeCloseTo(6, 1)
    }
  })

  it('a cut tail leaves out what is cut', () => {
    const swallow = {
      ...ELLIPSE,
      half_width_m: ELLIPSE.half_width_m.map((half, i) => (i < 4 ? 0.15 : half)),
      notch_half_m: at.map((x) => Math.max(0, 0.06 - x)),
    }
    const whole = drawing.planPoints({ ...swallow, notch_half_m: at.map(() => 0) })
    const cut = drawing.planPoints(swallow)
    expect(areaOf(whole) - areaOf(cut)).toBeCloseTo(0.06 ** 2, 3)
  })

  it('is laid on another at tail, wide point or nose', () => {
    const longer = { ...ELLIPSE, from_tail_m: at.map((x) => x * 1.1) }
    expect(drawing.shiftFor('tail', ELLIPSE, longer)).toBe(0)
    expect(drawing.shiftFor('nose', ELLIPSE, longer)).toBeCloseTo(-0.2, 6)
    expect(drawing.shiftFor('wide', ELLIPSE, longer)).toBeCloseTo(-0.1, 6)
    expect(drawing.lengthOf(longer)).toBeCloseTo(2.2, 6)
  })

  it('reads a curve between stations, and its ends beyond', () => {
    const line = { from_tail_m: [0, 1, 2] }
    expect(drawing.at(line, [0, 10, 30], 0.25)).toBeCloseTo(2.5, 9)
    expect(drawing.at(line, [0, 10, 30], 1.5)).toBeCloseTo(20, 9)
    expect(drawing.at({ from_tail_m: [1, 1] }, [4, 9], 1)).toBe(4)
  })
})

describe('the cut through a board', () => {
  it('knows how full a rounded box is: rhomb, ellipse, box', () => {
    expect(fullness(1)).toBeCloseTo(0.5, 9)
    expect(fullness(2)).toBeCloseTo(Math.PI / 4, 9)
    expect(fullness(1e5)).toBeCloseTo(1, 4)
    expect(powerFor(Math.PI / 4)).toBeCloseTo(2, 6)
  })

  it('has the width, the thickness and the area that it is given', () => {
    const points = cutPoints(0.5, 0.06, 0.5 * 0.06 * 0.8)
    expect(Math.max(...points.map(([x]) => x))).toBeCloseTo(0.25, 9)
    expect(Math.max(...points.map(([, y]) => y))).toBeCloseTo(0.03, 9)
    expect(areaOf(points) / (0.5 * 0.06)).toBeCloseTo(0.8, 1)
    expect(cutPoints(0, 0, 0)).toHaveLength(72)
  })
})
