// The verdict's sentences, from the core's numbers. No number is made here.
import type { Answer, SizeResult } from '@/shared/api/client'
import {
  distanceText,
  lengthText,
  massText,
  round,
  speedText,
  type Masses,
  type Units,
} from '@/shared/units/units'

type Wave = NonNullable<NonNullable<Answer['bench']>['ranked']>['on_the_wave']

const count = (rides: number): string =>
  rides >= 1.5 ? rides.toFixed(0) : rides.toFixed(1).replace('.0', '')

/** Rides that differ by less are as many. */
const ALIKE = 0.02

/** Rides an hour as a short word for a strip. */
export function ridesWord(rides: number | null, stays: number | null): string {
  if (typeof stays === 'number') return `stays ${Math.round(stays * 100)}%`
  return typeof rides === 'number' ? `${count(rides)} rides/h` : ''
}

/** The rides of the present board beside others an hour: in words where both would be written alike. */
function ridesNow(now: number, rides: number): string {
  if (count(now) !== count(rides)) return count(now)
  if (Math.abs(now / rides - 1) < ALIKE) return 'as many'
  return now < rides ? 'slightly fewer' : 'slightly more'
}

function ridesHead(wave: Wave, now: Wave | undefined): string {
  if (typeof wave.stays_on === 'number')
    return `Stays on ${Math.round(wave.stays_on * 100)}% of the time.`
  if (!wave.rides) return ''
  const [rides, low, high] = [wave.rides.usual, wave.rides.low, wave.rides.high].map(count)
  const spread = low === high ? '' : ` (${low} to ${high})`
  const first = `About ${rides} ${rides === '1' ? 'ride' : 'rides'} an hour${spread}`
  return now?.rides ? `${first}; now ${ridesNow(now.rides.usual, wave.rides.usual)}.` : `${first}.`
}

/** What says that this is no water for this surfer, if anything does. */
export function notHere(answer: Answer): string {
  return answer.size.cautions.find((caution) => caution.severity === 'stop')?.says ?? ''
}

/** The board and its length, as it is called at the counter. */
function called(answer: Answer, units: Units): string {
  const board = answer.bench?.board
  return board ? `${board.name || board.family}, ${lengthText(board.length_m, units)}` : ''
}

/** What is read first: which board, and why it is right for this surfer. */
export function headline(answer: Answer, units: Units): string {
  const size = answer.size
  if (size.missing?.length) return 'Four facts, and there is a first answer.'
  if (answer.not_yet && !answer.bench) return answer.not_yet
  const ranked = answer.bench?.ranked
  if (!ranked || !size.families?.length) return 'Nothing of this rack suits yet.'
  if (ranked.fit <= 0) return 'Not yet, not here.'
  const first = answer.ranking[0]?.id === answer.bench?.id
  const board = `${first ? 'take the' : 'the'} ${called(answer, units)}`
  // Whoever must not go in on a usual day is told no rides of that day.
  if (notHere(answer)) return `Not here on a usual day. For its small days: ${board}.`
  if (!ranked.because)
    return `Keep what is ridden now: the ${called(answer, units)} does much the same.`
  return `${board.charAt(0).toUpperCase()}${board.slice(1)}: ${ranked.because}.`
}

/** How many rides and how sure they are, over which waves the board works and what ends it there. */
export function waveLines(answer: Answer): string[] {
  const ranked = answer.bench?.ranked
  if (!ranked || ranked.fit <= 0) return notHere(answer) ? [notHere(answer)] : []
  if (notHere(answer)) return [notHere(answer)]
  const wave = ranked.on_the_wave
  const lines = [ridesHead(wave, answer.present?.ranked?.on_the_wave), ...wave.says.slice(1)]
  return lines
}

/** Litres from the least to the most, to half a litre, as everywhere on the screen. */
export function litreSpan(low: number, high: number): string {
  return `${round(low, 1)} to ${round(high, 1)} L`
}

/** Its litres against those of the window that is shown. */
export function litresLine(answer: Answer, settled: SizeResult | null, name: string): string {
  const ranked = answer.bench?.ranked
  const kinds = settled?.families ?? []
  const windows = (kinds.find((kind) => kind.family === ranked?.family) ?? kinds[0])?.windows
  if (!ranked || !windows || ranked.fit <= 0) return ''
  const [low, high] = windows.litres
  const who = name || 'this surfer'
  const span = litreSpan(low, high)
  if (ranked.litres < low) return `under the ${span} that ${who} needs.`
  if (ranked.litres > high) return `over the ${span} that ${who} needs.`
  return `inside the ${span} that ${who} needs.`
}

/** A measure of a need with its unit, as it is read. */
export function needText(value: number, unit: string, units: Units, masses: Masses): string {
  if (unit === 'm/s') return speedText(value, units)
  if (unit === 'm') return distanceText(value, units)
  if (unit === 'kg') return massText(value, masses)
  if (unit === 'cm' && units === 'imperial') return `${(value / 2.54).toFixed(1)} in`
  const places = unit === '%' || unit === 'cm' ? 0 : unit === 's' || unit === '' ? 2 : 1
  return `${value.toFixed(places)}${unit === '%' || unit === '°' || !unit ? unit : ` ${unit}`}`
}
