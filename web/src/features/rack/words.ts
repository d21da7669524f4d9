// How boards of the rack are spoken of.
import type { Board } from '@/shared/api/client'

/** Days in stock. */
export function daysText(days: number): string {
  return days === 1 ? '1 day' : `${days} days`
}

/** New, or used with its condition. */
export function stockText(board: Board): string {
  const condition = board.condition ?? 1
  return [board.stock, condition < 1 ? conditionWord(condition) : ''].filter(Boolean).join(', ')
}

const CONDITIONS: [from: number, says: string][] = [
  [0.95, 'as new'],
  [0.8, 'good'],
  [0.6, 'worn'],
  [0.35, 'tired'],
  [0, 'for parts'],
]

/** Condition, 1 as new to 0, in a word. */
export function conditionWord(condition: number): string {
  return CONDITIONS.find(([from]) => condition >= from)?.[1] ?? 'for parts'
}
