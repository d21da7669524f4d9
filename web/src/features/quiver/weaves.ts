// Each board's own weave: what its country is filled with, so that none goes by colour alone.

/** A weave as a tile of lines and its size [px]. */
export interface Weave {
  size: number
  path: string
}

const WEAVES: readonly Weave[] = [
  { size: 12, path: 'M0,8 Q3,4 6,8 T12,8' },
  { size: 6, path: 'M0,3 H6' },
  { size: 8, path: 'M-2,2 L2,-2 M0,8 L8,0 M6,10 L10,6' },
  { size: 7, path: 'M3.5,0 V7' },
  { size: 8, path: 'M-2,6 L2,10 M0,0 L8,8 M6,-2 L10,2' },
  { size: 8, path: 'M2,4 H6 M4,2 V6' },
  { size: 10, path: 'M0,5 H10 M5,0 V10' },
  { size: 9, path: 'M0,0 L9,9 M9,0 L0,9' },
  { size: 8, path: 'M0,4 L4,0 L8,4' },
  { size: 10, path: 'M2,3 H8 M-3,8 H3 M7,8 H13' },
  { size: 7, path: 'M3,3 h1 M0,6.5 h.6 M6.5,6.5 h.5' },
  { size: 12, path: 'M0,3 H12 M0,6 H12' },
]

/** The weave of the board at a place. */
export const weaveOf = (place: number): Weave => WEAVES[place % WEAVES.length] as Weave
/** What fills a country of it; `place` -1: nothing works there. */
export const fillOf = (place: number): string => (place < 0 ? 'none' : `url(#weave-${place})`)
