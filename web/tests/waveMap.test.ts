import { describe, expect, it } from 'vitest'
import type { BreakClimate } from '@/shared/api/client'
import * as map from '@/shared/units/waveMap'
import { WORDS } from './made'

const SIZE = { left: 40, top: 10, wide: 400, high: 300 }
const gives = {
  climate: {
    map: {
      face_edges_m: [0, 0.5, 1, 1.5, 2, 2.5, 3],
      slope_edges: [0.2, 0.5, 1.25],
      share: [[0.3, 0.1], [0.3, 0.1], [0.1, 0.09], [0.006, 0], [0.003, 0], [0.001, 0]], // prettier-ignore
    },
  },
  remembered: [{ name: 'big', face_m: 1.4, share: 0.97 }],
} as unknown as BreakClimate

describe('the map of the year', () => {
  const frame = map.frameOf(gives, [], SIZE)

  it('holds nearly all hours, and every mark', () => {
    expect(frame.most_m).toBe(2)
    expect(map.frameOf(gives, [2.6], SIZE).most_m).toBeCloseTo(2.808, 3)
    expect(map.frameOf({ climate: null, remembered: [] } as never, [], SIZE).slopes).toEqual([0.2, 1.25]) // prettier-ignore
  })

  it('lays equal ratios of slope equally wide, and holds what is outside at its rim', () => {
    const x = (slope: number) => map.slopeX(slope, frame)
    expect(x(0.4) - x(0.2)).toBeCloseTo(x(0.8) - x(0.4), 6)
    expect(x(9)).toBe(SIZE.left + SIZE.wide)
    expect(map.faceY(9, frame)).toBe(SIZE.top)
    expect(map.faceY(1, frame)).toBe(SIZE.top + SIZE.high / 2)
  })

  it('writes heights as the person says them, none on another', () => {
    for (const as of ['words', 'face', 'back'] as const)
      for (const units of ['metric', 'imperial'] as const) {
        const ticks = map.heightTicks(frame, WORDS, 1.75, units, as)
        expect(ticks.length).toBeGreaterThan(1)
        for (let i = 1; i < ticks.length; i += 1)
          expect((ticks[i - 1]?.y ?? 0) - (ticks[i]?.y ?? 0)).toBeGreaterThanOrEqual(18)
      }
    const tall = map.heightTicks({ ...frame, most_m: 9 }, WORDS, 1.75, 'metric', 'words')
    expect(tall.map((tick) => tick.says)).toContain('double')
    const back = map.heightTicks({ ...frame, most_m: 8 }, WORDS, 1.75, 'metric', 'back')
    expect(back[0]?.says).toBe('1.0 m')
  })

  it('says days and bearings in words', () => {
    expect(map.dayRank(1)).toBe('bigger than any day here')
    expect(map.dayRank(1 - 1 / 365.25)).toBe('the best day of the year')
    expect(map.dayRank(0.9)).toBe('one of the best 37 days')
    expect(map.dayRank(0.4)).toBe('40 % of days are smaller')
    expect([0, 44, 90, 359].map(map.bearing)).toEqual(['N', 'NE', 'E', 'N'])
    expect(map.faceSays(1, WORDS, 1.75, 'metric', 'words')).toBe('waist')
    expect(map.faceSays(1, WORDS, 1.75, 'metric', 'face')).toBe('1.0 m')
    expect(map.faceSays(1, WORDS, 1.75, 'metric', 'back')).toBe('0.5 m behind')
    expect(map.faceSays(0.05, WORDS, 1.75, 'metric', 'words')).toBe('flat')
    expect(map.faceSays(1, null, 1.75, 'metric', 'words')).toBe('flat')
    expect(map.marksOf(gives, 'soft', 'Ines’s ')).toEqual([
      { says: 'Ines’s big day', face_m: 1.4, steepness: 'soft', share: 0.97 },
    ])
  })

  it('fills a shore in as the server does', () => {
    expect(map.wholeShore(null)).toBeNull()
    expect(map.wholeShore({ faces_deg: 270, exposure: 0.5 } as never)).toMatchObject({
      faces_deg: 270, exposure: 0.5, window_deg: 40, going: null,
    }) // prettier-ignore
  })

  it('puts words beside their mark where they lie on nothing', () => {
    const words = { wide: 80, high: 14 }
    const mark = { x: 200, y: 150 }
    const right = map.besideMark(mark, words, [], frame)
    expect(right.x).toBeGreaterThan(mark.x)
    const left = map.besideMark(mark, words, [right], frame)
    expect(left.x + left.wide).toBeLessThan(mark.x)
    const rim = map.besideMark({ x: 430, y: 150 }, words, [], frame)
    expect(rim.x + rim.wide).toBeLessThanOrEqual(SIZE.left + SIZE.wide)
    const many = [right, left]
    for (let i = 0; i < 8; i += 1) many.push(map.besideMark(mark, words, many, frame))
    expect(new Set(many.map((area) => `${area.x} ${area.y}`)).size).toBe(many.length)
  })
})
