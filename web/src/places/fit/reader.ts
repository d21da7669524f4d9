// What a line in the reader box means: dims, a mass, a face height, or a name.
import type { Words } from '../../api/client'
import { readFace, readMass, type FacesAs } from '../../units'

export type Meant =
  | { kind: 'dims' }
  | { kind: 'mass'; kg: number }
  | { kind: 'face'; metres: number }
  | { kind: 'name' }
  | { kind: 'nothing' }

/** Tell what is being typed. `body` is the surfer's height [m]. */
export function meaning(text: string, words: Words, body: number, as: FacesAs): Meant {
  const plain = text.trim()
  if (!plain) return { kind: 'nothing' }
  if (/\d\s*[^\d\s]{0,2}\s*[x×*]\s*\d/i.test(plain)) return { kind: 'dims' }
  if (/^\d+([.,]\d+)?\s*(kg|lbs?)$/i.test(plain)) {
    const mass = readMass(plain)
    if ('value' in mass) return { kind: 'mass', kg: mass.value }
  }
  const face = readFace(plain, words, body, as)
  if ('value' in face && !/^\d+([.,]\d+)?$/.test(plain)) return { kind: 'face', metres: face.value }
  return /\d/.test(plain) ? { kind: 'dims' } : { kind: 'name' }
}
