// The verdict's sentences, from the core's numbers. No number is made here.
import type { Answer } from '../../api/client'

/** What is read first. */
export function headline(answer: Answer, name: string): string {
  const size = answer.size
  if (size.missing?.length) return 'Four facts, and there is a first answer.'
  if (answer.not_yet && !answer.bench) return answer.not_yet
  const ranked = answer.bench?.ranked
  if (!ranked || !size.windows) return 'Nothing of this rack is open yet.'
  const litres = `${ranked.litres.toFixed(1)} L`
  if (ranked.fit <= 0) return 'Not yet, not here.'
  const [low, high] = size.windows.litres
  const who = name || 'this surfer'
  if (ranked.litres < low)
    return `${litres}: ${(low - ranked.litres).toFixed(1)} less than ${who} needs.`
  if (ranked.litres > high)
    return `${litres}: ${(ranked.litres - high).toFixed(1)} more than ${who} needs.`
  return `${litres}: inside what ${who} needs.`
}

/** How it floats its rider, against the present board. */
export function floatLine(answer: Answer): string {
  const on = answer.bench?.ranked?.floats
  if (!on) return ''
  const now = answer.present?.ranked?.floats
  const percent = (share: number) => `${Math.round(share * 100)}%`
  if (typeof on.reserve_share === 'number')
    return `Leaves ${percent(on.reserve_share)} of body mass afloat under rider and kit.`
  const first = `Bears ${percent(on.lift_share)} of body weight lying down`
  return now ? `${first}; the present board ${percent(now.lift_share)}.` : `${first}.`
}

export interface FactorLine {
  name: string
  worth: number
  word: string
}

const WORDS: [number, string][] = [
  [0.9, 'right'],
  [0.7, 'good'],
  [0.45, 'fair'],
  [0.2, 'poor'],
  [0, 'no'],
]

/** The factors that a board is judged by, each with a word. */
export function factorLines(answer: Answer): FactorLine[] {
  const factors = answer.bench?.ranked?.factors
  if (!factors) return []
  return answer.judged_by.map((name) => {
    const worth = factors[name] ?? 0
    return { name, worth, word: WORDS.find(([least]) => worth >= least)?.[1] ?? 'no' }
  })
}
