// The keys of each place, as the list on ? shows them.

/** Keys of the Fit place. */
export const FIT_KEYS: [string, string][] = [
  ['/ or just type', 'the reader: dims, 75 kg, waist, a name'],
  ['Alt+1 … Alt+5', 'body, can do, rides now, water, wants'],
  ['1 … 7', 'in “can do”: a level; y or n answers what was seen'],
  ['Esc', 'close a card'],
  ['Alt+L', 'the litre handle; then ← →, Shift for 2 L, Delete to let go'],
  ['Alt+R', 'the rack; then ← →, Enter puts a board on the bench, + beside it, w why not'],
  ['Alt+B', 'the next face of the bench; on the board ← → slide the straight-edge'],
  ['Alt+W', 'why not the one on the bench'],
  ['Alt+C', 'the customer’s side; Esc turns back'],
  ['Alt+P', 'print the page to take home'],
  ['Alt+N', 'a blank ticket'],
  ['Alt+← Alt+→', 'the ticket before, the next'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
  ['?', 'this list, and the guide'],
]

/** Keys of the Rack place. */
export const RACK_KEYS: [string, string][] = [
  ['/', 'find: a name, a number, a colour, a family'],
  ['l g p d', 'hang the wall by litres, length, price, days in stock'],
  ['f', 'wall or list'],
  ['← → ↑ ↓', 'walk along the wall, through a sheaf, to the rows above and below'],
  ['Enter', 'the sheet of the board'],
  ['+', 'mark a board; up to three'],
  ['b', 'lay the marked boards on each other; there t, w, n: together at tail, wide point, nose'],
  ['n', 'bring boards in; there Ctrl+Enter hangs them'],
  ['Enter, Shift+Enter', 'on a sheet: the next reading of the tape, the one before'],
  ['Ctrl+Z', 'on a sheet: undo'],
  ['Esc', 'back to the rack'],
  ['?', 'this list, and the guide'],
]

/** Keys of the Water place. */
export const WATER_KEYS: [string, string][] = [
  ['← →', 'on the list of breaks: the one before, the next'],
  ['1 … 9', 'the break of that place in the list'],
  ['d', 'only hours with light, or all'],
  ['f', 'any day, evenings and weekends, weekends'],
  ['a', 'all months again; on a month Enter takes it alone'],
  ['e', 'edit the break: shore, tide, buoy, river'],
  ['o', 'note what was seen; before and after'],
  ['b', 'the buoy: files in, ask it now'],
  ['n', 'a new break'],
  ['?', 'this list, and the guide'],
]
