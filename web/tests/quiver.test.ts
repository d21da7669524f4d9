// The map of waves as areas: of cells in equal steps of their logarithms, with nothing between them.
import { describe, expect, it } from 'vitest'
import { areaOf, bordersOf, frameFor } from '@/features/quiver/countries'
import { fillOf, weaveOf } from '@/features/quiver/weaves'
import { countDays } from '@/shared/units/days'

const wave = { days: 100, board: 0, either: false, hole: null }
const answer = {
  waves: [
    { ...wave, face_m: 0.5, slope: 0.2 },
    { ...wave, face_m: 2, slope: 0.8 },
  ],
  wave_map: {
    faces_m: [0.5, 1, 2, 4],
    slopes: [0.1, 0.2, 0.4, 0.8],
    boards: [
      [-1, 0, 0, -1],
      [-1, 0, 1, 1],
      [-1, -1, 1, 1],
      [-1, -1, -1, -1],
    ],
    either: [],
  },
} as unknown as Parameters<typeof frameFor>[0]
const frame = frameFor(answer, { left: 0, top: 0, wide: 400, high: 300 })
const cell = (place: number) =>
  areaOf(answer, frame, (row, column) => answer.wave_map?.boards[row]?.[column] === place)

describe('the map of waves', () => {
  it('has all waves in its frame', () => {
    expect(frame.most_m).toBeGreaterThan(2)
    expect(frame.slopes[0]).toBeLessThan(0.2)
    expect(frame.slopes[1]).toBeGreaterThan(0.8)
  })
  it('is made up by its areas', () => {
    const whole = areaOf(answer, frame, () => true)
    const parts = [-1, 0, 1].map(cell)
    expect(parts.reduce((sum, one) => sum + one.size, 0)).toBeCloseTo(whole.size, 6)
  })
  it('draws a run of cells as one', () => {
    const row = areaOf(answer, frame, (at) => at === 1)
    expect(row.path.match(/M/g)).toHaveLength(1)
    expect(areaOf(answer, frame, () => false)).toEqual({ path: '', x: 0, y: 0, size: 0 })
  })
  it('has borders only between cells that differ', () => {
    const same = {
      ...answer,
      wave_map: { ...answer.wave_map, boards: Array(4).fill([2, 2, 2, 2]) },
    }
    expect(bordersOf(same as typeof answer, frame)).toBe('')
    expect(bordersOf(answer, frame)).not.toBe('')
  })
  it('fills each board with a pattern of its own, and a hole with none', () => {
    const paths = Array.from({ length: 12 }, (_, place) => weaveOf(place).path)
    expect(new Set(paths).size).toBe(12)
    expect(fillOf(-1)).toBe('none')
  })
  it('counts days', () => {
    expect([0.4, 0.6, 12.3].map(countDays)).toEqual(['0 days', '1 day', '12 days'])
  })
})
