// What a line in the reader box means: dims, a mass, a face height, or a name.
import type { Words } from '@/shared/api/client'
import { readDays, readMass, type Days, type FacesAs, type Units } from '@/shared/units/units'

export type Meant =
  | { kind: 'dims' }
  | { kind: 'mass'; kg: number }
  | { kind: 'days'; days: Days }
  | { kind: 'name' }
  | { kind: 'nothing' }

/** Tell what is being typed. `body` is the surfer's height [m]. */
export function meaning(
  text: string,
  words: Words,
  body: number,
  as: FacesAs,
  units: Units,
): Meant {
  const plain = text.trim()
  if (!plain) return { kind: 'nothing' }
  if (/\d\s*[^\d\s]{0,2}\s*[x×*]\s*\d/i.test(plain)) return { kind: 'dims' }
  if (/^\d+([.,]\d+)?\s*(kgs?|kilos?|lbs?|pounds?|(st|stone).*)$/i.test(plain)) {
    const mass = readMass(plain)
    if ('value' in mass) return { kind: 'mass', kg: mass.value }
  }
  const days = readDays(plain, words, body, as, units)
  if ('value' in days && !/^\d+([.,]\d+)?$/.test(plain)) return { kind: 'days', days: days.value }
  return /\d/.test(plain) ? { kind: 'dims' } : { kind: 'name' }
}
