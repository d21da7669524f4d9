// Made-up words and answers, as the server sends them.
import type { Answer, Words } from '@/shared/api/client'

export const WORDS = {
  heights: [
    { word: 'knee', share: 0.28 },
    { word: 'waist', share: 0.57 },
    { word: 'chest', share: 0.72 },
    { word: 'head', share: 1 },
    { word: 'head and a half', share: 1.5 },
    { word: 'double overhead', share: 2 },
  ],
  face_over_back: 2,
} as unknown as Words

/** An answer whose first board lies on the bench; parts are laid over it. */
export function answer(
  ranked: Record<string, unknown> | null = {},
  more: { size?: Record<string, unknown>; rest?: Record<string, unknown> } = {},
): Answer {
  const wave = { says: ['head', 'Works from knee to chest.'], rides: null, stays_on: null }
  return {
    size: { cautions: [], missing: [], families: [{ family: 'all-rounder' }], ...more.size },
    not_yet: '',
    ranking: [{ id: 7 }],
    shut: [],
    bench: {
      id: 7,
      board: { family: 'all-rounder', name: 'Harbour', length_m: 1.8034 },
      ranked: ranked && {
        fit: 90,
        family: 'all-rounder',
        litres: 33,
        because: 'it catches more of these waves',
        on_the_wave: wave,
        ...ranked,
      },
    },
    present: null,
    ...more.rest,
  } as unknown as Answer
}
