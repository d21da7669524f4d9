// Measures as people write and read them. SI inside; this is the edge of the screen.
import type { Words } from './api/client'

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
  if (feet) return { value: round((Number(feet[1]) * 12 + Number(feet[2] ?? 0)) * INCH, 3) }
  const number = /^(\d+(?:\.\d+)?)\s*(m|cm)?$/.exec(plain)
  if (!number) return { fault: `“${text}” is no height; write 1.70, 170 or 5'7` }
  const value = Number(number[1])
  return { value: round(value > 3 ? value / 100 : value, 3) }
}

/** A mass as 68 kg or 150 lb. */
export function massText(kg: number, masses: Masses): string {
  return masses === 'lb' ? `${Math.round(kg / POUND)} lb` : `${round(kg, 1)} kg`
}

/** Read a mass: 68 kg, 150 lb; a bare number is in the unit that is in use. */
export function readMass(text: string, masses: Masses = 'kg'): Read<number> {
  const found = /^(\d+(?:[.,]\d+)?)\s*(kg|lbs?)?$/i.exec(text.trim())
  if (!found) return { fault: `“${text}” is no mass; write 68, or 150 lb` }
  const value = Number(found[1]?.replace(',', '.'))
  const unit = (found[2] ?? masses).toLowerCase()
  return { value: round(unit.startsWith('lb') ? value * POUND : value, 1) }
}

/** Read a plain number. */
export function readNumber(text: string): Read<number> {
  const value = Number(text.trim().replace(',', '.'))
  return Number.isFinite(value) ? { value } : { fault: `“${text}” is no number` }
}

/** Read a face height: waist, 0.9, 3 ft; numbers are from behind where that is the habit. `body` is the
 * surfer's height [m]; the value is always the face [m]. */
export function readFace(
  text: string,
  words: Words,
  body: number,
  as: FacesAs = 'words',
): Read<number> {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/ high$/, '')
  const word = words.heights.find((row) => row.word === plain || row.word.startsWith(`${plain} `))
  if (word && plain) return { value: round(word.share * body, 2) }
  const found = /^(\d+(?:[.,]\d+)?)\s*(m|ft|feet)?(?:\s+(behind|back|face))?$/.exec(plain)
  if (!found) {
    const some = words.heights.map((row) => row.word).join(', ')
    return { fault: `“${text}” is no face height; write 0.9, 3 ft, or one of ${some}` }
  }
  const value = Number(found[1]?.replace(',', '.'))
  const metres = /^f/.test(found[2] ?? '') ? value * FOOT : value
  const behind = found[3] ? found[3] !== 'face' : as === 'back'
  return { value: round(metres * (behind ? words.face_over_back : 1), 2) }
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
