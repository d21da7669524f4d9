// How an order's measures are written: what is off, what a slip costs.
import { describe, expect, it } from 'vitest'
import { costText, measureText, offText, smallText } from '@/features/orders/words'
import { finAreaText } from '@/shared/units/units'

describe('an order', () => {
  it('writes a measure as its kind is written', () => {
    expect(measureText('length_m', 1.8288, 'imperial')).toBe("6'0")
    expect(measureText('width_m', 0.508, 'imperial')).toBe('20')
    expect(measureText('thickness_m', 0.0635, 'imperial')).toBe('2 1/2')
    expect(measureText('litres', 31.25, 'metric')).toBe('31.3 L')
  })
  it('says by how much a measure is off, with its sign', () => {
    expect(offText('width_m', 0.0031)).toBe('+3.1 mm')
    expect(offText('tail_rocker_m', -0.002)).toBe('−2.0 mm')
    expect(offText('width_m', 0.00002)).toBe('as ordered')
    expect(offText('litres', -0.42)).toBe('−0.4 L')
  })
  it('says what a slip costs, and nothing where nobody was judged', () => {
    expect([costText(null), costText(0.3), costText(4.6)]).toEqual(['', 'nothing', '5'])
  })
  it('writes small lengths and fins in the units chosen', () => {
    expect([smallText(0.002, 'metric'), smallText(0.003175, 'imperial')]).toEqual([
      '2.0 mm',
      '1/8 in',
    ])
    expect([finAreaText(0.0095, 'metric'), finAreaText(0.0095, 'imperial')]).toEqual([
      '95 cm²',
      '14.7 sq in',
    ])
  })
})
