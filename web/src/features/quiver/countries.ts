// The map of waves as areas: where each board is taken, where two do the same, and where to write it.
import type { Quiver } from '@/shared/api/client'
import { faceY, slopeX, type MapFrame } from '@/shared/units/waveMap'

type Answer = Quiver['answer']

/** An area of the map: its path, where its middle is, and how large it is [px2]. */
export interface Area {
  path: string
  x: number
  y: number
  size: number
}

/** The frame into which the waves of this water fit. */
export function frameFor(answer: Answer, size: Omit<MapFrame, 'most_m' | 'slopes'>): MapFrame {
  const faces = answer.waves.map((wave) => wave.face_m)
  const slopes = answer.waves.map((wave) => wave.slope)
  const map = answer.wave_map
  const most = Math.max(...faces, 0.5) * 1.18
  const [low, high] = [Math.min(...slopes), Math.max(...slopes)]
  return {
    ...size,
    most_m: Math.min(most, map?.faces_m[map.faces_m.length - 1] ?? most),
    slopes: [Math.max(low / 1.35, map?.slopes[0] ?? 0.1), Math.min(high * 1.35, 1.3)],
  }
}

/** The areas of cells that are asked for, one path for all of them. */
export function areaOf(
  answer: Answer,
  frame: MapFrame,
  has: (row: number, column: number) => boolean,
): Area {
  const map = answer.wave_map
  let [path, size, x, y] = ['', 0, 0, 0]
  if (!map) return { path, x, y, size }
  const edge = (values: number[], i: number) =>
    i === 0
      ? (values[0] ?? 0)
      : i === values.length
        ? (values[i - 1] ?? 0)
        : Math.sqrt((values[i - 1] ?? 0) * (values[i] ?? 0))
  for (let row = 0; row < map.faces_m.length; row += 1) {
    const [bottom, top] = [
      faceY(edge(map.faces_m, row), frame),
      faceY(edge(map.faces_m, row + 1), frame),
    ]
    if (bottom - top < 0.01) continue
    for (let column = 0; column < map.slopes.length; column += 1) {
      if (!has(row, column)) continue
      const from = column
      while (column + 1 < map.slopes.length && has(row, column + 1)) column += 1
      const left = slopeX(edge(map.slopes, from), frame)
      const right = slopeX(edge(map.slopes, column + 1), frame)
      if (right - left < 0.01) continue
      path += `M${left.toFixed(1)},${top.toFixed(1)}H${right.toFixed(1)}V${bottom.toFixed(1)}H${left.toFixed(1)}Z`
      const here = (right - left) * (bottom - top)
      x += ((left + right) / 2) * here
      y += ((top + bottom) / 2) * here
      size += here
    }
  }
  return { path, size, x: size ? x / size : 0, y: size ? y / size : 0 }
}

/** Lines between cells that differ: the borders of the countries. */
export function bordersOf(answer: Answer, frame: MapFrame): string {
  const map = answer.wave_map
  if (!map) return ''
  const { faces_m: faces, slopes, boards } = map
  const board = (row: number, column: number) => boards[row]?.[column] ?? -1
  const between = (a: number, b: number) => Math.sqrt(a * b)
  let path = ''
  for (let row = 0; row < faces.length; row += 1) {
    const bottom = faceY(
      row ? between(faces[row - 1] ?? 0, faces[row] ?? 0) : (faces[0] ?? 0),
      frame,
    )
    const top = faceY(
      row + 1 < faces.length ? between(faces[row] ?? 0, faces[row + 1] ?? 0) : (faces[row] ?? 0),
      frame,
    )
    if (bottom - top < 0.01) continue
    for (let column = 0; column < slopes.length; column += 1) {
      const right = slopeX(
        between(slopes[column] ?? 0, slopes[column + 1] ?? slopes[column] ?? 0),
        frame,
      )
      const left = slopeX(
        between(slopes[column - 1] ?? slopes[column] ?? 0, slopes[column] ?? 0),
        frame,
      )
      if (column + 1 < slopes.length && board(row, column) !== board(row, column + 1))
        path += `M${right.toFixed(1)},${top.toFixed(1)}V${bottom.toFixed(1)}`
      if (row + 1 < faces.length && board(row, column) !== board(row + 1, column) && right > left)
        path += `M${left.toFixed(1)},${top.toFixed(1)}H${right.toFixed(1)}`
    }
  }
  return path
}
