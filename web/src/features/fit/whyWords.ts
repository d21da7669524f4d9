// The first sentence of a "why": what the number means for the customer, before its inputs and its formula.
import type { Derivation } from '@/shared/api/client'

/** Sentences of the numbers that are asked for most. */
const SAYS: Record<string, string> = {
  rides_per_hour:
    'Waves come at a certain pace; this board catches some of them and keeps running on some of those. Paddling back out, resting and waiting for the next good one take the rest of the hour.',
  ridden_share:
    'Of all waves at this break, the part that this surfer can catch, stand up on and ride on this board.',
  band: 'How many litres carry this surfer: mass first, then what they can do, how fit and how often in the water, age and the waves.',
  fit: 'How well the board does everything together that this surfer wants, against the best board that is usually made: rides, turning, handling and room to learn. One bad flaw shows.',
  takeoff_slope:
    'How steep a wave has to be before it takes the board along faster than the arms can paddle.',
  turn_radius_m:
    'How tight the board turns when it is leaned over, from its rocker, outline and fins.',
  roll_time_s: 'How long it takes to lean the board from one rail to the other.',
  hold_m_s: 'Up to which speed fins and rail hold the tail in the wall of the wave.',
  sweet_spot_m: 'How far the feet may be off the best place before the board stalls or dives.',
  nosedive_slope: 'How steep a drop may be before the nose goes under.',
  duck_dive: 'How much of the board one has to push under a breaking wave.',
}

function listed(words: string[]): string {
  return words.length > 1
    ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
    : (words[0] ?? '')
}

/** What a number means, in a sentence that could be said to the customer. */
export function whySays(row: Derivation): string {
  const known = SAYS[row.of] ?? SAYS[row.of.split('.')[0] ?? '']
  if (known) return known
  const from = listed(row.inputs.map((given) => given.words).slice(0, 5))
  const first = row.words.charAt(0).toUpperCase() + row.words.slice(1)
  return from ? `${first} follows from ${from}.` : `${first}.`
}
