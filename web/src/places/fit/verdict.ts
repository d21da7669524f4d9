// The verdict's sentences, from the core's numbers. No number is made here.
import type { Answer, SizeResult } from '../../api/client'

type Wave = NonNullable<NonNullable<Answer['bench']>['ranked']>['on_the_wave']

const count = (rides: number): string =>
  rides >= 1.5 ? rides.toFixed(0) : rides.toFixed(1).replace('.0', '')

/** Rides an hour as a short word for a strip. */
export function ridesWord(rides: number | null, stays: number | null): string {
  if (typeof stays === 'number') return `stays ${Math.round(stays * 100)}%`
  return typeof rides === 'number' ? `${count(rides)} rides/h` : ''
}

function ridesHead(wave: Wave, now: Wave | undefined): string {
  if (typeof wave.stays_on === 'number')
    return `Stays on ${Math.round(wave.stays_on * 100)}% of the time.`
  if (!wave.rides) return ''
  const rides = count(wave.rides.usual)
  const first = `About ${rides} ${rides === '1' ? 'ride' : 'rides'} an hour here.`
  return now?.rides ? `${first} The present board: ${count(now.rides.usual)}.` : first
}

/** What is read first: rides, against the board ridden now. */
export function headline(answer: Answer): string {
  const size = answer.size
  if (size.missing?.length) return 'Four facts, and there is a first answer.'
  if (answer.not_yet && !answer.bench) return answer.not_yet
  const ranked = answer.bench?.ranked
  if (!ranked || !size.families?.length) return 'Nothing of this rack is open yet.'
  if (ranked.fit <= 0) return 'Not yet, not here.'
  return ridesHead(ranked.on_the_wave, answer.present?.ranked?.on_the_wave)
}

/** How sure the rides are, over which waves the board works and what ends it there. */
export function waveLines(answer: Answer): string[] {
  const ranked = answer.bench?.ranked
  if (!ranked || ranked.fit <= 0) return []
  const wave = ranked.on_the_wave
  const lines = wave.says.slice(1)
  const rides = wave.rides
  if (rides && count(rides.low) !== count(rides.high))
    lines.push(
      `${count(rides.low)} to ${count(rides.high)} if faces are flatter or steeper than said.`,
    )
  return lines
}

/** Its litres against those asked for. */
export function litresLine(answer: Answer, settled: SizeResult | null, name: string): string {
  const ranked = answer.bench?.ranked
  const kinds = settled?.families ?? []
  const windows = (kinds.find((kind) => kind.family === ranked?.family) ?? kinds[0])?.windows
  if (!ranked || !windows || ranked.fit <= 0) return ''
  const [low, high] = windows.litres
  const who = name || 'this surfer'
  if (ranked.litres < low) return `${(low - ranked.litres).toFixed(1)} less than ${who} needs.`
  if (ranked.litres > high) return `${(ranked.litres - high).toFixed(1)} more than ${who} needs.`
  return `inside what ${who} needs.`
}

/** A measure of a need with its unit, as it is read. */
export function needText(value: number, unit: string): string {
  const places = unit === '%' || unit === 'cm' ? 0 : unit === 's' || unit === '' ? 2 : 1
  return `${value.toFixed(places)}${unit === '%' || unit === '°' || !unit ? unit : ` ${unit}`}`
}
