// The five things that are rated after a session, and the five answers, in plain words.
import type { LoggedSession, Verdict } from '@/shared/api/client'

export type Behaviour = Verdict['behaviour']
export type Ratings = LoggedSession['ratings']

/** What is asked, in the order in which a session goes. */
export const BEHAVIOURS: readonly { value: Behaviour; says: string; about: string }[] = [
  { value: 'paddles', says: 'paddles', about: 'speed and glide lying down' },
  { value: 'takes_off', says: 'takes off', about: 'how early it is in' },
  { value: 'runs', says: 'runs on flats', about: 'speed where the wave gives none' },
  { value: 'turns', says: 'turns', about: 'how freely it goes rail to rail' },
  { value: 'holds', says: 'holds', about: 'the tail at speed' },
]

/** The answers, from far less than expected to far more. */
export const STEPS: readonly { value: number; says: string }[] = [
  { value: -2, says: 'far less' },
  { value: -1, says: 'less' },
  { value: 0, says: 'as said' },
  { value: 1, says: 'more' },
  { value: 2, says: 'far more' },
]

/** How a rating is read aloud. */
export function stepSays(step: number | null | undefined): string {
  return STEPS.find((one) => one.value === step)?.says ?? 'not rated'
}
