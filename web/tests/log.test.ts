// The log's arithmetic: curves through their triples, days in words, a session out of what was touched.
import { beforeEach, describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import type { Board, LoggedSession, SessionIn } from '@/shared/api/client'
import { freshDraft, openDraft, sessionOf, useDraft } from '@/features/beach/draft'
import { wearByMonth, wearSays } from '@/features/log/wear'
import { bellOf, bellPath, spanOf, topOf, xOf } from '@/features/log/curves'
import { BEHAVIOURS, STEPS, stepSays } from '@/shared/log/behaviours'
import { clock, shortDay } from '@/shared/log/when'

describe('curves', () => {
  const triple = [50, 100, 200] as const
  it('have eight of ten between the ends of their triple', () => {
    const { middle, sd } = bellOf(triple)
    expect(Math.exp(middle)).toBeCloseTo(100)
    // Of a normal 80 % lies within 1.2816 spreads.
    expect(Math.exp(middle + 1.2816 * sd)).toBeCloseTo(200)
    expect(Math.exp(middle - 1.2816 * sd)).toBeCloseTo(50)
  })
  it('lie within the picture, with equal ratios equally far', () => {
    const span = spanOf([triple, [90, 95, 101]])
    expect(span[0]).toBeLessThan(50)
    expect(span[1]).toBeGreaterThan(200)
    const at = [50, 100, 200].map((value) => xOf(value, span, 300))
    expect((at[1] ?? 0) - (at[0] ?? 0)).toBeCloseTo((at[2] ?? 0) - (at[1] ?? 0))
  })
  it('are highest at their middle, and the narrower the higher', () => {
    const span = spanOf([triple])
    const points = bellPath(triple, span, { wide: 60, high: 40 }, topOf(triple))
      .slice(1)
      .split('L')
      .map((point) => point.split(',').map(Number))
    const top = points.reduce((a, b) => ((b[1] ?? 0) < (a[1] ?? 0) ? b : a))
    expect(top[0]).toBeCloseTo(xOf(100, span, 60), 0)
    expect(top[1]).toBeCloseTo(0, 1)
    expect(topOf([90, 100, 111])).toBeGreaterThan(topOf(triple))
  })
})

describe('wear', () => {
  const at = (started_at: string, name: string, wear: object) =>
    ({ started_at, board: { name, family: 'groveler' }, wear }) as unknown as LoggedSession
  it('adds dents and keeps the worst deck, by board and month', () => {
    const rows = wearByMonth([
      at('2026-11-02T09:00:00Z', 'Knot', { dents: 1, deck: 'pressed' }),
      at('2026-11-20T09:00:00Z', 'Knot', { dents: 2, deck: 'sound' }),
      at('2026-10-20T09:00:00Z', 'Knot', { dents: 0, deck: null }),
      at('2026-10-21T09:00:00Z', '', { dents: 0, deck: 'soft' }),
    ])
    expect(rows.map((one) => [one.month, one.board, wearSays(one)])).toEqual([
      ['2026-11', 'Knot', 'deck pressed, 3 new dents'],
      ['2026-10', 'groveler', 'deck soft'],
    ])
  })
})

describe('words', () => {
  it('say a day, with the year when it is another', () => {
    const now = new Date(2026, 10, 30)
    expect(shortDay(new Date(2026, 10, 21, 9).toISOString(), now)).toBe('Sat 21 Nov')
    expect(shortDay(new Date(2025, 10, 21, 9).toISOString(), now)).toBe('Fri 21 Nov 2025')
    expect(clock(new Date(2026, 1, 1, 7, 5))).toBe('07:05')
  })
  it('have five answers about a middle, and five questions', () => {
    expect(STEPS.map((one) => one.value)).toEqual([-2, -1, 0, 1, 2])
    expect(new Set(BEHAVIOURS.map((one) => one.value)).size).toBe(5)
    expect([stepSays(0), stepSays(2), stepSays(null)]).toEqual(['as said', 'far more', 'not rated'])
  })
})

describe('a session out of what was touched', () => {
  const board = { family: 'all-rounder', length_m: 1.8, width_m: 0.5, thickness_m: 0.06 } as Board
  const known = { board, breakId: 3, faceM: null }
  const now = new Date('2026-11-30T12:00:00Z')
  it('began so many minutes ago, or when it was said', () => {
    const made = sessionOf({ ...freshDraft(), minutes: 60 }, known, now)
    expect(made).toMatchObject({ started_at: '2026-11-30T11:00:00.000Z', rides: null, hour: {} })
    const said = sessionOf({ ...freshDraft(), started: '2026-11-29T08:30' }, known, now)
    expect(said).toMatchObject({ started_at: new Date('2026-11-29T08:30').toISOString() })
  })
  it('names somewhere else, and waves that were seen', () => {
    const made = sessionOf(
      { ...freshDraft(), where: 'Elsewhere', rides: 4 },
      { board, breakId: null, faceM: 1.2 },
      now,
    )
    expect(made).toMatchObject({ place: 'Elsewhere', break_id: null, hour: { face_m: 1.2 } })
  })
  it('says what is missing', () => {
    const wrong: [Partial<ReturnType<typeof freshDraft>>, string][] = [
      [{ started: 'x' }, 'when'],
      [{ shown: '5', of: '3' }, 'At least 5'],
      [{ shown: '5' }, 'At least 5'],
      [{ clip: 'ftp://x' }, 'https://'],
    ]
    for (const [part, says] of wrong)
      expect(sessionOf({ ...freshDraft(), ...part }, known, now)).toMatchObject({
        fault: expect.stringContaining(says) as string,
      })
    expect(sessionOf(freshDraft(), { ...known, board: undefined }, now)).toHaveProperty('fault')
  })
  it('has the fins that stood in the board that day', () => {
    const listed = { ...board, fins: { setup: 'thruster', size: 'M' } } as Board
    const of = (part: object) =>
      (sessionOf({ ...freshDraft(), ...part }, { ...known, board: listed }, now) as SessionIn).board
        .fins
    expect(of({})).toEqual({ setup: 'thruster', size: 'M' })
    expect(of({ size: 'L', flex: 'soft' })).toMatchObject({
      setup: 'thruster',
      size: 'L',
      flex: 'soft',
    })
  })
  it('has another key each time', () => {
    expect(freshDraft().key).not.toBe(freshDraft().key)
  })
})

describe('a draft', () => {
  beforeEach(() => window.localStorage.clear())
  it('is there again when the phone went dark, and the next one begins where this one was', async () => {
    openDraft(7)
    const { draft, begin } = useDraft()
    Object.assign(draft, { rides: 6, place: 2 })
    await nextTick()
    openDraft(8)
    expect(draft.rides).toBe(null)
    openDraft(7)
    expect([draft.rides, draft.place]).toEqual([6, 2])
    const key = draft.key
    begin()
    expect([draft.rides, draft.place, draft.key === key]).toEqual([null, 2, false])
  })
  it('is begun anew where what was kept cannot be read', () => {
    window.localStorage.setItem('chord-beach-9', '{')
    openDraft(9)
    expect(useDraft().draft.step).toBe(0)
  })
})
