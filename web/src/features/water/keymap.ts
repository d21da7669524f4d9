// The keys of the Water place.
import type { KeyRow } from '@/shared/keys/keymap'

export type WaterKey =
  'choose' | 'light' | 'free' | 'everyMonth' | 'edit' | 'note' | 'buoy' | 'newBreak' | 'help'

export const WATER_KEYS: KeyRow<WaterKey>[] = [
  { shown: '← →', says: 'on the list of breaks: the one before, the next' },
  {
    shown: '1 … 9',
    says: 'the break of that place in the list',
    on: Object.fromEntries([...'123456789'].map((digit) => [digit, 'choose'])),
  },
  { shown: 'd', says: 'only hours with light, or all', on: { d: 'light' } },
  { shown: 'f', says: 'any day, evenings and weekends, weekends', on: { f: 'free' } },
  {
    shown: 'a',
    says: 'all months again; on a month Enter takes it alone',
    on: { a: 'everyMonth' },
  },
  { shown: 'e', says: 'edit the break: shore, tide, buoy, river', on: { e: 'edit' } },
  { shown: 'o', says: 'note what was seen; before and after', on: { o: 'note' } },
  { shown: 'b', says: 'the buoy: files in, ask it now', on: { b: 'buoy' } },
  { shown: 'n', says: 'a new break', on: { n: 'newBreak' } },
  { shown: '?', says: 'this list, and the guide', on: { '?': 'help' } },
]
