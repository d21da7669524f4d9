import { describe, expect, it } from 'vitest'
import { FACES, nextFace } from '@/features/fit/faces'
import { csvOf, rowsOf } from '@/features/fit/numbers'
import { useRackFilters } from '@/features/fit/rackFilters'
import { meaning } from '@/features/fit/reader'
import { evenStep, scaleOver, ticks } from '@/features/fit/scale'
import * as verdict from '@/features/fit/verdict'
import { whySays } from '@/features/fit/whyWords'
import type { Bench, Derivation, RackBoard, Ride, SizeResult } from '@/shared/api/client'
import { answer, WORDS } from './made'

describe('what a line in the reader box means', () => {
  const mean = (text: string) => meaning(text, WORDS, 1.75, 'words', 'metric')
  it.each([
    ["5'10 x 20 1/2 x 2 5/8", { kind: 'dims' }],
    ['178 × 52 × 6.7', { kind: 'dims' }],
    ['34', { kind: 'dims' }],
    ['75 kg', { kind: 'mass', kg: 75 }],
    ['11 st 8', { kind: 'mass', kg: 73.5 }],
    ['900 kg', { kind: 'dims' }],
    ['waist', { kind: 'days', days: { usual_m: 1 } }],
    ['Ines', { kind: 'name' }],
    ['  ', { kind: 'nothing' }],
  ])('%s', (text, meant) => expect(mean(text)).toEqual(meant))
})

describe('scales', () => {
  it('go there and back, and stand still on a point', () => {
    const scale = scaleOver(20, 40, 0, 200)
    expect(scale(30)).toBe(100)
    expect(scale.back(scale(27.3))).toBeCloseTo(27.3, 9)
    expect(scaleOver(5, 5, 10, 20)(5)).toBe(10)
  })
  it('step by 1, 2 or 5, and mark the ends', () => {
    expect([10, 18, 40, 90].map((span) => evenStep(span, 9))).toEqual([2, 2, 5, 10])
    expect(ticks(0.2, 1, 0.2).map((value) => Number(value.toFixed(1)))).toEqual([
      0.2, 0.4, 0.6, 0.8, 1,
    ])
  })
})

describe('the verdict', () => {
  const stop = { cautions: [{ code: 'too_big', severity: 'stop', says: 'Not yet, not here.' }] }
  const head = (of: ReturnType<typeof answer>) => verdict.headline(of, 'imperial')

  it('says which board and why, in one sentence', () => {
    expect(head(answer())).toBe("Take the Harbour, 5'11: it catches more of these waves.")
    expect(head(answer({}, { rest: { ranking: [{ id: 3 }] } }))).toBe(
      "The Harbour, 5'11: it catches more of these waves.",
    )
    expect(head(answer({ because: '' }))).toContain('Keep what is ridden now')
  })

  it('says first what is missing, and where nobody should go in', () => {
    expect(head(answer({}, { size: { missing: ['rung'] } }))).toContain('Four facts')
    expect(head(answer({ fit: 0 }))).toBe('Not yet, not here.')
    expect(head(answer(null))).toContain('Nothing of this rack')
    expect(head(answer({}, { size: { families: [] } }))).toContain('Nothing of this rack')
    expect(head(answer({}, { rest: { bench: null, not_yet: 'Behind a gate.' } }))).toBe(
      'Behind a gate.',
    )
    expect(head(answer({}, { size: stop }))).toMatch(/^Not here on a usual day/)
    expect(verdict.notHere(answer({}, { size: { cautions: [{ severity: 'note' }] } }))).toBe('')
  })

  it('says rides with their spread, against those of now', () => {
    const wave = (rides: object | null, stays: number | null = null) => ({
      on_the_wave: { says: ['head', 'Works.'], rides, stays_on: stays },
    })
    const rides = { usual: 3.4, low: 2.1, high: 5 }
    expect(verdict.waveLines(answer(wave(rides)))).toEqual([
      'About 3 rides an hour (2 to 5).',
      'Works.',
    ])
    const now = { present: { ranked: wave({ usual: 1, low: 1, high: 1 }) } }
    expect(verdict.waveLines(answer(wave({ usual: 1, low: 1, high: 1 }), { rest: now }))[0]).toBe(
      'About 1 ride an hour; now as many.',
    )
    const beside = (usual: number) => {
      const ridden = { present: { ranked: wave({ usual, low: usual, high: usual }) } }
      return verdict.waveLines(answer(wave(rides), { rest: ridden }))[0]
    }
    // No number stands there twice where more is said beside it.
    expect(beside(3.1)).toBe('About 3 rides an hour (2 to 5); now slightly fewer.')
    expect(beside(3.49)).toBe('About 3 rides an hour (2 to 5); now slightly more.')
    expect(beside(3.6)).toBe('About 3 rides an hour (2 to 5); now 4.')
    expect(verdict.waveLines(answer(wave(null, 0.62)))[0]).toBe('Stays on 62% of the time.')
    expect(verdict.waveLines(answer(wave(null)))[0]).toBe('')
    expect(verdict.waveLines(answer({}, { size: stop }))).toEqual(['Not yet, not here.'])
    expect(verdict.waveLines(answer({ fit: 0 }, { size: stop }))).toEqual(['Not yet, not here.'])
    expect(verdict.waveLines(answer(null))).toEqual([])
    expect(verdict.ridesWord(0.44, null)).toBe('0.4 rides/h')
    expect(verdict.ridesWord(null, 0.5)).toBe('stays 50%')
    expect(verdict.ridesWord(null, null)).toBe('')
  })

  it('says litres against the window that is shown', () => {
    const settled = (low: number, high: number) =>
      ({ families: [{ family: 'all-rounder', windows: { litres: [low, high] } }] }) as unknown as SizeResult // prettier-ignore
    const line = (low: number, high: number) => verdict.litresLine(answer(), settled(low, high), '')
    expect(line(30, 36)).toBe('inside the 30 to 36 L that this surfer needs.')
    expect(line(34, 36)).toMatch(/^under/)
    expect(line(28, 31)).toMatch(/^over/)
    expect(verdict.litresLine(answer(), settled(30, 36), 'Ines')).toContain('Ines')
    expect(verdict.litresLine(answer(), null, '')).toBe('')
    expect(verdict.litresLine(answer({ fit: 0 }), settled(30, 36), '')).toBe('')
  })

  it.each([
    [5, 'm/s', 'metric', '18 km/h'],
    [3, 'm', 'imperial', '10 ft'],
    [3, 'kg', 'metric', '3 kg'],
    [40, 'cm', 'metric', '40 cm'],
    [40, 'cm', 'imperial', '15.7 in'],
    [62.4, '%', 'metric', '62%'],
    [0.123, 's', 'metric', '0.12 s'],
    [0.7, '', 'metric', '0.70'],
    [12.34, '°', 'metric', '12.3°'],
  ] as const)('a need of %s %s (%s) reads %s', (value, unit, units, says) => {
    expect(verdict.needText(value, unit, units, 'kg')).toBe(says)
  })
})

describe('numbers of boards', () => {
  const bench = {
    board: { length_m: 1.8034, width_m: 0.5207, thickness_m: 0.066675 },
    hull: { litres: 33.2, mass_kg: 2.9, nose_width_m: 0.3, tail_width_m: 0.38 },
    ranked: null,
  } as unknown as Bench
  const ride = { rides_per_hour: 3.2, behaviour: { lift_share: 0.4, sweet_spot_m: 0.3 } }
  const both = [{ bench, ride: null }, { bench, ride: ride as unknown as Ride }] // prettier-ignore

  it('are rows that some board has a value for, in the units of the reader', () => {
    const rows = rowsOf(both, 'imperial')
    const of = (says: string) => rows.find((row) => row.says === says)
    expect(of('length')).toMatchObject({ unit: 'in', values: [71, 71] })
    expect(of('floats of the rider')?.values).toEqual([null, 40])
    expect(of('chop')).toBeUndefined()
    const metric = rowsOf(both, 'metric').find((row) => row.says === 'sweet spot')
    expect(metric).toMatchObject({ unit: 'cm', values: [null, 30] })
  })

  it('go out as CSV that no table takes for a formula', () => {
    const csv = csvOf(rowsOf(both, 'metric'), ['=HYPERLINK("x")', 'a, b'])
    expect(csv.split('\n')[0]).toBe(`measure,unit,"'=HYPERLINK(""x"")","a, b"`)
    expect(csv).toContain('rides an hour,,,3.2')
  })
})

describe('the strip', () => {
  const row = (more: object, price: number | null = 500) =>
    ({ board: { stock: 'new', build: 'PU / epoxy', fins: { setup: 'quad' }, ...more }, out_of_the_door: price }) as unknown as RackBoard // prettier-ignore
  const { strip, filtering, passes, clear, mark, unmark } = useRackFilters()

  it('passes what every filter lets through', () => {
    expect(filtering.value).toBe(false)
    Object.assign(strip, { stock: ['new'], most: 600, setups: ['quad'] })
    expect(filtering.value).toBe(true)
    expect(passes(row({}), 90)).toBe(true)
    expect(passes(row({ stock: 'used' }), 90)).toBe(false)
    expect(passes(row({}, 700), 90)).toBe(false)
    expect(passes(row({}, null), 90)).toBe(true)
    expect(passes(row({ fins: null }), 90)).toBe(false)
    clear()
    strip.open = true
    expect([passes(row({}), null), passes(row({}), 0), passes(row({}), 1)]).toEqual([
      false, false, true,
    ]) // prettier-ignore
    clear()
  })

  it('lays two boards beside, the last two that were marked', () => {
    for (const id of ['1', '2', '3']) mark(id)
    expect(strip.beside).toEqual(['2', '3'])
    mark('2')
    expect(strip.beside).toEqual(['3'])
    unmark()
    expect(strip.beside).toEqual([])
  })

  it('turns the faces of the bench round', () => {
    expect(FACES.map(nextFace)).toEqual(['waves', 'numbers', 'gear', 'beside', 'flat'])
  })
})

describe('why', () => {
  const row = (of: string, inputs: string[] = []) =>
    ({ of, words: 'beam that planes', inputs: inputs.map((words) => ({ words })) }) as unknown as Derivation // prettier-ignore
  it('is said in a sentence', () => {
    expect(whySays(row('fit'))).toContain('does everything together')
    expect(whySays(row('band.2'))).toContain('How many litres')
    expect(whySays(row('odd', ['width', 'tail', 'length']))).toBe(
      'Beam that planes follows from width, tail and length.',
    )
    expect(whySays(row('odd', ['width']))).toBe('Beam that planes follows from width.')
    expect(whySays(row('odd'))).toBe('Beam that planes.')
  })
})
