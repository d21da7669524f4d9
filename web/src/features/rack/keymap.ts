// The keys of the Rack place.
import type { KeyRow } from '@/shared/keys/keymap'

export type RackKey =
  'find' | 'byLitres' | 'byLength' | 'byPrice' | 'byDays' | 'face' | 'compare' | 'bringIn' | 'help'

export const RACK_KEYS: KeyRow<RackKey>[] = [
  { shown: '/', says: 'find: a name, a number, a colour, a family', on: { '/': 'find' } },
  {
    shown: 'l g p d',
    says: 'hang the wall by litres, length, price, days in stock',
    on: { l: 'byLitres', g: 'byLength', p: 'byPrice', d: 'byDays' },
  },
  { shown: 'f', says: 'wall or list', on: { f: 'face' } },
  {
    shown: '← → ↑ ↓',
    says: 'walk along the wall, through a sheaf, to the rows above and below',
  },
  { shown: 'Enter', says: 'the sheet of the board' },
  { shown: '+', says: 'mark a board; up to three' },
  {
    shown: 'b',
    says: 'lay the marked boards on each other; there t, w, n: together at tail, wide point, nose',
    on: { b: 'compare' },
  },
  { shown: 'n', says: 'bring boards in; there Ctrl+Enter hangs them', on: { n: 'bringIn' } },
  {
    shown: 'Enter, Shift+Enter',
    says: 'on a sheet: the next reading of the tape, the one before',
  },
  { shown: 'Ctrl+Z', says: 'on a sheet: undo' },
  { shown: 'Esc', says: 'back to the rack' },
  { shown: '?', says: 'this list, and the guide', on: { '?': 'help' } },
]
