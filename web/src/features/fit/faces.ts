// The faces of the bench, in the order in which a key turns them.
export const FACES = ['flat', 'waves', 'numbers', 'gear', 'beside'] as const
export type Face = (typeof FACES)[number]

/** The face after one. */
export function nextFace(face: Face): Face {
  return FACES[(FACES.indexOf(face) + 1) % FACES.length] ?? 'flat'
}
