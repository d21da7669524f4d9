import { describe, expect, it } from 'vitest'
import * as days from '@/shared/units/days'
import * as units from '@/shared/units/units'
import said from '../../core/tests/said_measures.json'
import { WORDS } from './made'

interface Said {
  measure: 'length' | 'width' | 'thickness'
  metres: number
  imperial: string
  metric: string
}
const SAID = said.measures as Said[]
const TEXT = {
  length: units.lengthText,
  width: units.widthText,
  thickness: units.thicknessText,
}

const value = <T>(read: units.Read<T>): T => {
  if ('fault' in read) throw new Error(read.fault)
  return read.value
}
const fault = <T>(read: units.Read<T>): string => ('fault' in read ? read.fault : '')

describe('measures of boards', () => {
  it.each(SAID)('$measure $metres is said as the core says it', (one) => {
    expect(TEXT[one.measure](one.metres, 'imperial')).toBe(one.imperial)
    expect(TEXT[one.measure](one.metres, 'metric')).toBe(one.metric)
  })

  it('what is written is read again, to half the step in which it is written', () => {
    for (let metres = 1.5; metres < 3; metres += 0.0371) {
      const [feet, cm] = [units.lengthText(metres, 'imperial'), units.lengthText(metres, 'metric')]
      expect(Math.abs(value(units.readMeasure(feet, 'imperial')) - metres)).toBeLessThan(0.0064)
      expect(Math.abs(value(units.readMeasure(cm, 'metric')) - metres)).toBeLessThan(0.0051)
    }
  })

  it('reads feet, inches, fractions, centimetres, millimetres', () => {
    expect(value(units.readMeasure("6'2", 'metric'))).toBeCloseTo(1.8796, 4)
    expect(value(units.readMeasure("6'", 'metric'))).toBeCloseTo(1.8288, 4)
    expect(value(units.readMeasure('20 1/2', 'imperial'))).toBeCloseTo(0.5207, 4)
    expect(value(units.readMeasure('5/8 in', 'metric'))).toBeCloseTo(0.01588, 4)
    expect(value(units.readMeasure('52,5', 'metric'))).toBeCloseTo(0.525, 4)
    expect(value(units.readMeasure('66 mm', 'imperial'))).toBeCloseTo(0.066, 4)
    expect(value(units.readMeasure('1.83 m', 'imperial'))).toBeCloseTo(1.83, 4)
    expect(fault(units.readMeasure('wide', 'metric'))).toContain('6')
    expect(fault(units.readMeasure('20 1/3', 'imperial'))).toContain('no measure')
  })
})

describe('people', () => {
  it('reads masses in kilograms, pounds, stone', () => {
    expect(value(units.readMass('68'))).toBe(68)
    expect(value(units.readMass('68,5 kg'))).toBe(68.5)
    expect(value(units.readMass('150', 'lb'))).toBeCloseTo(68, 0)
    expect(value(units.readMass('150 lb'))).toBeCloseTo(68, 0)
    expect(value(units.readMass('11 st 8'))).toBeCloseTo(73.5, 1)
    expect(value(units.readMass('11 stone'))).toBeCloseTo(69.9, 1)
    expect(fault(units.readMass('900'))).toContain('14 kg to 200 kg')
    expect(fault(units.readMass('9000', 'lb'))).toContain('lb')
    expect(fault(units.readMass('heavy'))).toContain('no mass')
    expect(units.massText(68, 'lb')).toBe('150 lb')
    expect(units.massText(68.24, 'kg')).toBe('68.2 kg')
  })

  it('reads heights in metres, centimetres, feet', () => {
    expect(value(units.readHeight('1,70'))).toBeCloseTo(1.7, 3)
    expect(value(units.readHeight('170 cm'))).toBeCloseTo(1.7, 3)
    expect(value(units.readHeight("5'7"))).toBeCloseTo(1.702, 3)
    expect(value(units.readHeight("6'"))).toBeCloseTo(1.829, 3)
    expect(fault(units.readHeight('0.3'))).toContain('0.90 m to 2.30 m')
    expect(fault(units.readHeight("9'0"))).toContain("2'11")
    expect(fault(units.readHeight('tall'))).toContain('no height')
    expect(units.heightText(1.702, 'imperial')).toBe("5'7")
  })

  it('reads how long a car is', () => {
    expect(value(units.readLong('230', 'metric'))).toBeCloseTo(2.3, 3)
    expect(value(units.readLong('2.3 m', 'metric'))).toBeCloseTo(2.3, 3)
    expect(value(units.readLong("7'6", 'imperial'))).toBeCloseTo(2.286, 3)
    expect(value(units.readLong('8 ft', 'metric'))).toBeCloseTo(2.438, 3)
    expect(value(units.readLong('9', 'imperial'))).toBeCloseTo(2.743, 3)
    expect(fault(units.readLong('50 m', 'metric'))).toContain('allowed')
    expect(fault(units.readLong('a bus', 'metric'))).toContain('no length')
  })

  it('reads plain numbers between limits, and shortens what is too long to repeat', () => {
    expect(value(units.readNumber('3,5'))).toBe(3.5)
    expect(fault(units.readNumber('30', [0, 10]))).toContain('0 to 10')
    expect(fault(units.readNumber('x'.repeat(60)))).toBe('“xxxxxxxxxxxxxxxxxxxx …” is no number')
  })
})

describe('waves', () => {
  const face = (text: string, as?: units.FacesAs, by?: units.Units) =>
    units.readFace(text, WORDS, 1.75, as, by)

  it('reads words of body height, metres, feet, from behind', () => {
    expect(value(face('waist'))).toBeCloseTo(1, 2)
    expect(value(face('about chest high'))).toBeCloseTo(1.26, 2)
    expect(value(face('half a metre'))).toBe(0.5)
    expect(value(face('3 ft'))).toBeCloseTo(0.91, 2)
    expect(value(face('90 cm'))).toBeCloseTo(0.9, 2)
    expect(value(face('3', 'words', 'imperial'))).toBeCloseTo(0.91, 2)
    expect(value(face('1', 'back'))).toBe(2)
    expect(value(face('1 face', 'back'))).toBe(1)
    expect(value(face('1 m behind'))).toBe(2)
    expect(fault(face('huge'))).toContain('no wave height')
    expect(fault(face('40'))).toContain('allowed')
  })

  it('reads spans, the smaller first', () => {
    const span = (text: string) => units.readDays(text, WORDS, 1.75)
    expect(value(span('knee to waist'))).toMatchObject({ small_m: 0.49, big_m: 1 })
    const feet = value(span('2-3 ft'))
    expect(feet.small_m).toBeCloseTo(0.61, 2)
    expect(feet.usual_m).toBeCloseTo(Math.sqrt(0.61 * 0.91), 2)
    expect(value(span('head and a half')).small_m).toBeUndefined()
    expect(fault(span('waist to knee'))).toContain('smaller height first')
    expect(fault(span('odd to waist'))).toContain('odd')
    expect(fault(span('waist to odd'))).toContain('odd')
    expect(fault(span('odd'))).toContain('odd')
  })

  it('says heights as the person says them', () => {
    expect(units.faceText(1, WORDS, 1.75, 'metric', 'words')).toBe('waist, 1.0 m')
    expect(units.faceText(1, WORDS, 1.75, 'imperial', 'face')).toBe('3.3 ft face')
    expect(units.faceText(1, WORDS, 1.75, 'metric', 'back')).toBe('0.5 m behind')
    expect(units.speedText(5, 'metric')).toBe('18 km/h')
    expect(units.speedText(5, 'imperial')).toBe('11 mph')
    expect(units.distanceText(3, 'metric')).toBe('3.0 m')
    expect(units.distanceText(3, 'imperial')).toBe('10 ft')
    expect(units.smallText(0.07, 'metric')).toBe('7 cm')
    expect(units.smallText(0.07, 'imperial')).toBe('3 in')
  })
})

describe('days', () => {
  const now = new Date(2026, 4, 31)
  const read = (text: string) => days.readDay(text, now)
  it('reads days with the day first, never the month', () => {
    expect(value(read('2026-05-30'))).toBe('2026-05-30')
    expect(value(read('1.2.2026'))).toBe('2026-02-01')
    expect(value(read('today'))).toBe('2026-05-31')
    expect(value(read('Yesterday'))).toBe('2026-05-30')
    expect(fault(read('2026-02-30'))).toContain('no day')
    expect(fault(read('soon'))).toContain('no day')
    expect(fault(read('2027-01-01'))).toContain('still to come')
  })
})
