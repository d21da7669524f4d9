// How measures of an order are called and written.
import { lengthText, thicknessText, widthText, type Units } from '@/shared/units/units'

export const MEASURE_WORDS: Record<string, string> = {
  length_m: 'length',
  width_m: 'width',
  thickness_m: 'thickness',
  nose_width_m: 'nose, one foot in',
  tail_width_m: 'tail, one foot in',
  nose_rocker_m: 'nose rocker',
  tail_rocker_m: 'tail rocker',
  litres: 'litres',
}

/** A measure as it is written in a table. */
export function measureText(measure: string, value: number, units: Units): string {
  if (measure === 'litres') return `${value.toFixed(1)} L`
  if (measure === 'length_m') return lengthText(value, units)
  return measure.includes('width') ? widthText(value, units) : thicknessText(value, units)
}

/** A few millimetres, or so many sixteenths of an inch. */
export function smallText(metres: number, units: Units): string {
  return units === 'metric'
    ? `${(metres * 1000).toFixed(1)} mm`
    : `${thicknessText(metres, units)} in`
}

/** By how much a measure is off, in millimetres or litres, with its sign. */
export function offText(measure: string, off: number): string {
  const unit = measure === 'litres' ? 'L' : 'mm'
  const value = measure === 'litres' ? off : off * 1000
  const text = Math.abs(value).toFixed(1)
  return text === '0.0' ? 'as ordered' : `${value > 0 ? '+' : '−'}${text} ${unit}`
}

/** What a slip costs, in points of fit. */
export function costText(points: number | null): string {
  if (points === null) return ''
  return points < 0.5 ? 'nothing' : points.toFixed(0)
}
