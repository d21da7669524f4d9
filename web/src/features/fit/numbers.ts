// The numbers of a board as rows: words, unit, value of each board, and the derivation that says why.
import type { Bench, Ride } from '@/shared/api/client'
import type { Units } from '@/shared/units/units'

export interface Row {
  says: string
  unit: string
  values: (number | null)[]
  places: number
  why: string
}

type Get = (bench: Bench, ride: Ride | null) => number | null | undefined

const INCH = 0.0254
const known = (value: number | null | undefined): value is number => typeof value === 'number'
const inches = (metres: number | null | undefined) => (known(metres) ? metres / INCH : null)

interface Spec {
  says: string
  why: string
  unit: string
  places: number
  get: Get
}

const long = (says: string, why: string, get: Get): ((units: Units) => Spec) => {
  return (units) => ({
    says,
    why,
    unit: units === 'metric' ? 'cm' : 'in',
    places: units === 'metric' ? 1 : 2,
    get: (bench, ride) => {
      const metres = get(bench, ride)
      return units === 'metric' && known(metres) ? metres * 100 : inches(metres)
    },
  })
}
const plain = (says: string, why: string, unit: string, places: number, get: Get) => (): Spec => ({
  says,
  why,
  unit,
  places,
  get,
})

const ROWS: ((units: Units) => Spec)[] = [
  plain('rides an hour', 'rides_per_hour', '', 1, (_, ride) => ride?.rides_per_hour),
  plain('fit', 'fit', '', 0, (bench) => bench.ranked?.fit),
  plain('litres', 'litres', 'L', 1, (bench) => bench.ranked?.litres ?? bench.hull.litres),
  long('length', '', (bench) => bench.board.length_m),
  long('width', '', (bench) => bench.board.width_m),
  long('thickness', '', (bench) => bench.board.thickness_m),
  long('nose, one foot in', '', (bench) => bench.hull.nose_width_m),
  long('tail, one foot in', '', (bench) => bench.hull.tail_width_m),
  long('beam that planes', 'planing_beam_m', (bench) => bench.hull.planing_beam_m),
  plain('area from above', 'planform_m2', 'm²', 3, (bench) => bench.hull.planform_m2),
  plain('mass', 'mass_kg', 'kg', 2, (bench) => bench.hull.mass_kg),
  plain('swing weight', 'swing_kg_m2', 'kg m²', 2, (bench) => bench.hull.swing_kg_m2),
  plain('floats of the rider', 'lift_share', '%', 0, (_, r) => share(r?.behaviour?.lift_share)),
  plain('duck-dive, 1 is hard', 'duck_dive', '', 2, (_, r) => r?.behaviour?.duck_dive),
  plain('sprint', 'sprint_m_s', 'm/s', 2, (_, r) => r?.behaviour?.sprint_m_s),
  plain('takes off from slope', 'takeoff_slope', '', 2, (_, r) => r?.behaviour?.takeoff_slope),
  plain('nose-dives from slope', 'nosedive_slope', '', 2, (_, r) => r?.behaviour?.nosedive_slope),
  plain('keeps running from slope', 'trim_need', '', 3, (_, r) => r?.behaviour?.trim_need),
  plain('carries over flats', 'carry_m', 'm', 1, (_, r) => r?.behaviour?.carry_m),
  plain('tail holds to', 'hold_m_s', 'm/s', 1, (_, r) => r?.behaviour?.hold_m_s),
  plain('turn radius', 'turn_radius_m', 'm', 1, (_, r) => r?.behaviour?.turn_radius_m),
  plain('rail to rail', 'roll_time_s', 's', 3, (_, r) => r?.behaviour?.roll_time_s),
  long('sweet spot', 'sweet_spot_m', (_, r) => r?.behaviour?.sweet_spot_m),
  plain('leans before it tips', 'lean_deg', '°', 1, (_, r) => r?.behaviour?.lean_deg),
  plain('chop', 'chop_g', 'g', 1, (_, r) => r?.behaviour?.chop_g),
  plain('nose-riding, 1 holds', 'nose_riding', '', 2, (_, r) => r?.behaviour?.nose_riding),
]

function share(value: number | null | undefined): number | null {
  return known(value) ? value * 100 : null
}

/** Rows that at least one of the boards has a value for. */
export function rowsOf(boards: { bench: Bench; ride: Ride | null }[], units: Units): Row[] {
  return ROWS.map((made) => made(units))
    .map(({ says, unit, places, why, get }) => ({
      says,
      unit,
      places,
      why,
      values: boards.map(({ bench, ride }) => get(bench, ride) ?? null),
    }))
    .filter((row) => row.values.some((value) => value !== null))
}

/** A cell of a CSV file: quoted where it must be, and never a formula. */
function cell(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) && !/^-?[\d.]+$/.test(text) ? `'${text}` : text
  return /[",\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** The rows as CSV with a header. */
export function csvOf(rows: Row[], names: string[]): string {
  const lines = rows.map((row) => [
    row.says,
    row.unit,
    ...row.values.map((value) => (value === null ? '' : value.toFixed(row.places))),
  ])
  return [['measure', 'unit', ...names], ...lines]
    .map((line) => line.map(cell).join(','))
    .join('\n')
}
