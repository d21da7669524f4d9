// The keys of the Fit place.
import type { KeyRow } from '@/shared/keys/keymap'

export type FitKey =
  | 'reader'
  | 'search'
  | 'card'
  | 'handle'
  | 'rack'
  | 'face'
  | 'whyNot'
  | 'customer'
  | 'print'
  | 'blank'
  | 'before'
  | 'next'
  | 'undo'
  | 'redo'
  | 'help'

export const FIT_KEYS: KeyRow<FitKey>[] = [
  {
    shown: '/ or just type',
    says: 'the reader: dims, 75 kg, waist, a name',
    on: { '/': 'search', letter: 'reader' },
  },
  {
    shown: 'Alt+1 … Alt+5',
    says: 'body, can do, rides now, water, wants',
    on: Object.fromEntries([1, 2, 3, 4, 5].map((digit) => [`Alt+Digit${digit}`, 'card'])),
  },
  { shown: '1 … 7', says: 'in “can do”: a level; y or n answers what was seen' },
  { shown: 'Esc', says: 'close a card' },
  {
    shown: 'Alt+L',
    says: 'the litre handle; then ← →, Shift for 2 L, Delete to let go',
    on: { 'Alt+KeyL': 'handle' },
  },
  {
    shown: 'Alt+R',
    says: 'the rack; then ← →, Enter puts a board on the bench, + beside it, w why not',
    on: { 'Alt+KeyR': 'rack' },
  },
  {
    shown: 'Alt+B',
    says: 'the next face of the bench; on the board ← → slide the straight-edge',
    on: { 'Alt+KeyB': 'face' },
  },
  { shown: 'Alt+W', says: 'why not the one on the bench', on: { 'Alt+KeyW': 'whyNot' } },
  { shown: 'Alt+C', says: 'the customer’s side; Esc turns back', on: { 'Alt+KeyC': 'customer' } },
  { shown: 'Alt+P', says: 'print the page to take home', on: { 'Alt+KeyP': 'print' } },
  { shown: 'Alt+N', says: 'a blank ticket', on: { 'Alt+KeyN': 'blank' } },
  {
    shown: 'Alt+← Alt+→',
    says: 'the ticket before, the next',
    on: { 'Alt+ArrowLeft': 'before', 'Alt+ArrowRight': 'next' },
  },
  {
    shown: 'Ctrl+Z, Ctrl+Shift+Z',
    says: 'undo, redo',
    on: { 'Ctrl+z': 'undo', 'Ctrl+Shift+z': 'redo' },
  },
  { shown: '?', says: 'this list, and the guide', on: { '?': 'help' } },
]
