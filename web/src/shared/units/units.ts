// Measures as people write and read them. SI inside; this is the edge of the screen.
import type { Words } from '@/shared/api/client'
import { SURFER_LIMITS, WATER_LIMITS } from '@/shared/api/allowed'

export type Units = 'imperial' | 'metric'
export type Masses = 'kg' | 'lb'
/** How wave heights are said: in words of body height, as faces, or as seen from behind. */
export type FacesAs = 'words' | 'face' | 'back'
export type Read<T> = { value: T } | { fault: string }

const INCH = 0.0254
const FOOT = 0.3048
const POUND = 0.45359237

function fraction(inches: number, step: number): string {
  const ticks = Math.round(inches * step)
  const whole = Math.floor(ticks / step)
  let top = ticks - whole * step
  let bottom = step
  while (top && top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  if (!top) return String(whole)
  return whole ? `${whole} ${top}/${bottom}` : `${top}/${bottom}`
}

/** A length as 5'10 or 178 cm. */
export function lengthText(metres: number, units: Units): string {
  if (units === 'metric') return `${Math.round(metres * 100)} cm`
  const ticks = Math.round((metres / INCH) * 2)
  const feet = Math.floor(ticks / 24)
  const inches = fraction((ticks - feet * 24) / 2, 2)
  return inches === '1/2' ? `${feet}'0 1/2` : `${feet}'${inches}`
}

/** A width as 20 1/2 or 52 cm. */
export function widthText(metres: number, units: Units): string {
  return units === 'metric' ? `${(metres * 100).toFixed(1)} cm` : fraction(metres / INCH, 8)
}

/** A thickness as 2 5/8 or 6.7 cm. */
export function thicknessText(metres: number, units: Units): string {
  return units === 'metric' ? `${(metres * 100).toFixed(1)} cm` : fraction(metres / INCH, 16)
}

/** Body height as it is said. */
export function heightText(metres: number, units: Units): string {
  if (units === 'metric') return `${metres.toFixed(2)} m`
  const inches = Math.round(metres / INCH)
  return `${Math.floor(inches / 12)}'${inches % 12}`
}

/** Read a body height: 1.70, 170, 5'7. */
export function readHeight(text: string): Read<number> {
  const plain = text.trim().toLowerCase().replace(',', '.')
  const feet = /^(\d)\s*(?:'|ft)\s*(\d{1,2})?\s*(?:"|in)?$/.exec(plain)
  if (feet) return tall((Number(feet[1]) * 12 + Number(feet[2] ?? 0)) * INCH, text, 'imperial')
  const number = /^(\d+(?:\.\d+)?)\s*(m|cm)?$/.exec(plain)
  if (!number) return { fault: `“${shorten(text)}” is no height; write 1.70, 170 or 5'7` }
  const value = Number(number[1])
  return tall(value > 3 ? value / 100 : value, text, 'metric')
}

function tall(metres: number, text: string, units: Units): Read<number> {
  return within(round(metres, 3), SURFER_LIMITS.height_m, shorten(text), (value) =>
    heightText(value, units),
  )
}

/** Read how long something may be [m], to fit into a car or under an arm. */
export function readLong(text: string, units: Units): Read<number> {
  const plain = text.trim().toLowerCase().replace(',', '.')
  const number = /^(\d+(?:\.\d+)?)\s*(m|cm|ft|feet|')?$/.exec(plain)
  const feet = /^(\d{1,2})\s*(?:'|ft)\s*(\d{1,2})\s*(?:"|in)?$/.exec(plain)
  let metres = Number.NaN
  if (feet) metres = (Number(feet[1]) * 12 + Number(feet[2])) * INCH
  else if (number) {
    const value = Number(number[1])
    const unit = number[2] ?? (units === 'imperial' && value > 4 && value < 14 ? 'ft' : '')
    if (/^(f|')/.test(unit)) metres = value * FOOT
    else metres = unit === 'cm' || value > 14 ? value / 100 : value
  }
  if (Number.isNaN(metres)) return { fault: `“${shorten(text)}” is no length; write 2.3 m or 7'6` }
  return within(round(metres, 3), SURFER_LIMITS.max_carry_m, shorten(text), (value) =>
    lengthText(value, units),
  )
}

/** A mass as 68 kg or 150 lb. */
export function massText(kg: number, masses: Masses): string {
  return masses === 'lb' ? `${Math.round(kg / POUND)} lb` : `${round(kg, 1)} kg`
}

/** Read a mass: 68 kg, 150 lb, 11 st 8; a bare number is in the unit that is in use. */
export function readMass(
  text: string,
  masses: Masses = 'kg',
  limits: readonly [number, number] = SURFER_LIMITS.mass_kg,
): Read<number> {
  const plain = text.trim().toLowerCase()
  const stone = /^(\d+(?:[.,]\d+)?)\s*(?:st|stone)\.?(?:\s*(\d+(?:[.,]\d+)?)\s*(?:lbs?)?)?$/.exec(
    plain,
  )
  if (stone) {
    const pounds = 14 * numberOf(stone[1]) + numberOf(stone[2])
    return within(round(pounds * POUND, 1), limits, text, (kg) => massText(kg, masses))
  }
  const found = /^(\d+(?:[.,]\d+)?)\s*(kgs?|kilos?|lbs?|pounds?)?\.?$/.exec(plain)
  if (!found) return { fault: `“${text}” is no mass; write 68 kg, 150 lb or 11 st 8` }
  const pounds = /^[lp]/.test(found[2] ?? masses)
  const kg = round(numberOf(found[1]) * (pounds ? POUND : 1), 1)
  return within(kg, limits, text, (value) => massText(value, masses))
}

function numberOf(text: string | undefined): number {
  return Number((text ?? '0').replace(',', '.'))
}

/** A value between two limits, else what is allowed, in the unit that is shown. */
function within(
  value: number,
  [low, high]: readonly [number, number],
  text: string,
  show: (value: number) => string,
): Read<number> {
  if (value >= low && value <= high) return { value }
  return { fault: `“${text}” cannot be: ${show(low)} to ${show(high)} is allowed` }
}

/** Read a plain number between two limits; at most as many digits as anything here has. */
export function readNumber(
  text: string,
  limits: readonly [number, number] = [0, 100_000],
): Read<number> {
  const plain = text.trim().replace(',', '.')
  if (!/^\d+(?:\.\d+)?$/.test(plain)) return { fault: `“${shorten(text)}” is no number` }
  const value = Number(plain)
  if (value >= limits[0] && value <= limits[1]) return { value }
  return { fault: `“${shorten(text)}” cannot be: ${limits[0]} to ${limits[1]} is allowed` }
}

/** What was typed, as much of it as fits into a sentence. */
const shorten = (text: string) => (text.length > 24 ? `${text.slice(0, 20)} …` : text)

/** Days at a break [m]: the usual one, or a span from the small one to the big one. */
export interface Days {
  small_m?: number
  usual_m: number
  big_m?: number
}

const NUMBER_WORDS: Record<string, string> = {
  'half a': '0.5',
  half: '0.5',
  a: '1',
  'one and a half': '1.5',
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  eight: '8',
  ten: '10',
}
/** Between two heights of a span; "head and a half" is one height. */
const TO = /\s*(?:-|–|—|\bto\b|\bbis\b|\bor\b)\s*/

/** Read a face height: waist, 0.9, 3 ft, half a metre; a bare number is in the unit that is shown, and from
 * behind where that is the habit. `body` is the surfer's height [m]; the value is always the face [m]. */
export function readFace(
  text: string,
  words: Words,
  body: number,
  as: FacesAs = 'words',
  units: Units = 'metric',
): Read<number> {
  const read = faceOf(text, words, body, as, units)
  if ('fault' in read) return read
  return within(read.value, WATER_LIMITS.usual_m, shorten(text), (value) => heightOf(value, units))
}

function plainFace(text: string): string {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[ -]high$/, '')
    .replace(/^about |^around |^ca\.? /, '')
  for (const [word, number] of Object.entries(NUMBER_WORDS))
    if (plain.startsWith(`${word} `) && /^(m|f|h?oo?t)/.test(plain.slice(word.length + 1)))
      return `${number} ${plain.slice(word.length + 1)}`
  return plain
}

function faceOf(text: string, words: Words, body: number, as: FacesAs, units: Units): Read<number> {
  const plain = plainFace(text)
  const word = words.heights.find((row) => row.word === plain || row.word.startsWith(`${plain} `))
  if (word && plain) return { value: round(word.share * body, 2) }
  const found =
    /^(\d+(?:[.,]\d+)?)\s*(m|metres?|meters?|cm|ft|feet|foot|')?(?:\s+(behind|back|face))?$/.exec(
      plain,
    )
  if (!found) {
    const some = words.heights.map((row) => row.word).join(', ')
    return {
      fault: `“${shorten(text)}” is no wave height; write 0.9 m, 3 ft, 2-3 ft, or one of ${some}`,
    }
  }
  const value = numberOf(found[1])
  const unit = found[2] ?? (units === 'imperial' ? 'ft' : 'm')
  const metres = /^[f']/.test(unit) ? value * FOOT : unit === 'cm' ? value / 100 : value
  const behind = found[3] ? found[3] !== 'face' : as === 'back'
  return { value: round(metres * (behind ? words.face_over_back : 1), 2) }
}

/** Read a usual day, or a span: "2-3 ft", "knee to waist" say the small, the usual and the big day. */
export function readDays(
  text: string,
  words: Words,
  body: number,
  as: FacesAs = 'words',
  units: Units = 'metric',
): Read<Days> {
  const whole = readFace(text, words, body, as, units)
  if ('value' in whole) return { value: { usual_m: whole.value } }
  const parts = text.trim().toLowerCase().split(TO)
  if (parts.length !== 2) return whole
  const [first, last] = parts as [string, string]
  // The unit stands behind the last one: 2-3 ft.
  const unit =
    /\s*(m|metres?|meters?|cm|ft|feet|foot|')(\s+(behind|back|face))?$/.exec(last)?.[0] ?? ''
  const low = readFace(/^[\d.,]+$/.test(first) ? first + unit : first, words, body, as, units)
  const high = readFace(last, words, body, as, units)
  if ('fault' in low) return { fault: low.fault }
  if ('fault' in high) return { fault: high.fault }
  if (low.value >= high.value)
    return { fault: `“${shorten(text)}”: write the smaller height first` }
  const usual = round(Math.sqrt(low.value * high.value), 2)
  return { value: { small_m: low.value, usual_m: usual, big_m: high.value } }
}

/** A face [m] as a height: 0.9 m or 3 ft. */
export function heightOf(metres: number, units: Units): string {
  return units === 'metric' ? `${metres.toFixed(1)} m` : `${round(metres / FOOT, 1)} ft`
}

/** A face [m] as this person says it; `body` is the surfer's height [m]. */
export function faceText(
  face: number,
  words: Words,
  body: number,
  units: Units,
  as: FacesAs,
): string {
  if (as === 'back') return `${heightOf(face / words.face_over_back, units)} behind`
  const height = heightOf(face, units)
  return as === 'face' ? `${height} face` : `${faceWord(face, words, body)}, ${height}`
}

/** The body-height word nearest to a face [m]. */
export function faceWord(face: number, words: Words, body: number): string {
  const off = (share: number) => Math.abs(Math.log(face / body / share))
  return words.heights.reduce((a, b) => (off(b.share) < off(a.share) ? b : a)).word
}

export function round(value: number, places: number): number {
  return Math.round(value * 10 ** places) / 10 ** places
}

/** Read a measure of a board [m]: 6'2, 20 1/2, 2 5/8, or centimetres where they are in use. */
export function readMeasure(text: string, units: Units): Read<number> {
  const plain = text.trim().toLowerCase().replace(',', '.')
  const feet = /^(\d{1,2})\s*'\s*(.*?)\s*"?$/.exec(plain)
  const inches = feet ? inchesOf(feet[2] || '0') : inchesOf(plain.replace(/\s*(in|")$/, ''))
  if (inches !== null && (feet || units === 'imperial' || /(in|")$/.test(plain)))
    return { value: round((Number(feet?.[1] ?? 0) * 12 + inches) * INCH, 5) }
  const found = /^(\d+(?:\.\d+)?)\s*(cm|mm|m)?$/.exec(plain)
  if (!found) return { fault: `“${text}” is no measure; write 6'2, 20 1/2 or 52 cm` }
  const step = { mm: 0.001, cm: 0.01, m: 1 }[found[2] ?? 'cm'] ?? 0.01
  return { value: round(Number(found[1]) * step, 5) }
}

function inchesOf(text: string): number | null {
  const found = /^(?:(\d+(?:\.\d+)?)(?:\s+|$))?(?:(\d+)\/(2|4|8|16|32))?$/.exec(text.trim())
  if (!found || (!found[1] && !found[2])) return null
  return Number(found[1] ?? 0) + (found[2] ? Number(found[2]) / Number(found[3]) : 0)
}

/** A speed as it is said: km/h, or miles an hour beside feet. */
export function speedText(metresASecond: number, units: Units): string {
  return units === 'metric'
    ? `${Math.round(metresASecond * 3.6)} km/h`
    : `${Math.round(metresASecond * 2.23694)} mph`
}

/** A distance on the water: metres, or feet. */
export function distanceText(metres: number, units: Units): string {
  return units === 'metric' ? `${metres.toFixed(1)} m` : `${Math.round(metres / FOOT)} ft`
}

/** A small height, chop or foam: 7 cm, 3 in. */
export function smallText(metres: number, units: Units): string {
  return units === 'metric' ? `${Math.round(metres * 100)} cm` : `${Math.round(metres / INCH)} in`
}

/** The area of a fin [m2]: 92 cm², 14.3 sq in. */
export function finAreaText(squareMetres: number, units: Units): string {
  return units === 'metric'
    ? `${(squareMetres * 1e4).toFixed(0)} cm²`
    : `${(squareMetres / 0.0254 ** 2).toFixed(1)} sq in`
}
