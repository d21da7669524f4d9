// A break as it is typed into its form, and the document that this makes.
import type { Break, BreakIn } from '@/shared/api/client'
import { breakIn } from './waterState'
import type { Read } from '@/shared/units/units'
import { needed, numberOf, Wrong } from './fields'

const text = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : String(value)

/** What the fields hold when a break is opened; `face` says a height as this person does. */
export function typedOf(of: Break | null, face: (metres: number | null | undefined) => string) {
  return {
    name: of?.name ?? '',
    about: of?.about ?? '',
    mind: of?.mind ?? '',
    kind: of?.kind ?? 'sea',
    small_m: face(of?.small_m),
    usual_m: face(of?.usual_m),
    big_m: face(of?.big_m),
    steepness: of?.steepness ?? '',
    bottom: of?.bottom ?? null,
    crowd: of?.crowd ?? null,
    faces_deg: text(of?.shore?.faces_deg),
    window_deg: text(of?.shore?.window_deg ?? (of ? null : 40)),
    exposure: text(of?.shore?.exposure),
    bottom_slope: of?.shore?.bottom_slope ? String(Math.round(1 / of.shore.bottom_slope)) : '',
    latitude_deg: text(of?.shore?.latitude_deg),
    longitude_deg: text(of?.shore?.longitude_deg),
    utc_offset_h: text(of?.shore?.utc_offset_h),
    buoy_km: text(of?.shore?.buoy_km),
    tides: [...(of?.shore?.tides ?? [])],
    going: of?.shore?.going ?? null,
    buoy_id: of?.buoy_id ?? null,
    new_buoy: '',
    tide: (of?.tide_table?.constants ?? [])
      .map((c) => `${c.name} ${c.amplitude_m} ${c.phase_deg}`)
      .join('\n'),
    tide_mean: text(of?.tide_table?.mean_m),
    sa_from: of?.tide_table?.sa_from ?? 'equinox',
    rating: (of?.river?.rating ?? [])
      .map((r) => [r.flow_m3_s, r.speed_m_s, r.depth_m, r.face_m, r.slope, r.aeration].join(' '))
      .join('\n'),
    low: text(of?.river?.low_m3_s),
    high: text(of?.river?.high_m3_s),
    settings: (of?.settings ?? [])
      .map((s) => `${s.name}; ${s.face_m}; ${s.steepness}; ${s.share}`)
      .join('\n'),
  }
}

export type Typed = ReturnType<typeof typedOf>

function shoreOf(form: Typed, first: Typed, of: Break | null): BreakIn['shore'] {
  if (!form.faces_deg.trim()) return null
  const share = needed(form.bottom_slope || '33', 'shore.bottom_slope')
  if (share <= 0)
    throw new Wrong('shore.bottom_slope', 'has to be more than 0: 20 stands for 1 in 20')
  return {
    faces_deg: needed(form.faces_deg, 'shore.faces_deg'),
    window_deg: numberOf(form.window_deg, 'shore.window_deg') ?? 40,
    exposure: numberOf(form.exposure, 'shore.exposure') ?? 1,
    // One in so many is rounded: what was not touched stays as it was.
    bottom_slope:
      form.bottom_slope === first.bottom_slope ? (of?.shore?.bottom_slope ?? 1 / share) : 1 / share,
    tides: form.tides,
    going: form.going,
    latitude_deg: numberOf(form.latitude_deg, 'shore.latitude_deg') ?? 45,
    longitude_deg: numberOf(form.longitude_deg, 'shore.longitude_deg') ?? 0,
    utc_offset_h: numberOf(form.utc_offset_h, 'shore.utc_offset_h') ?? 0,
    buoy_km: numberOf(form.buoy_km, 'shore.buoy_km') ?? 0,
  }
}

/** Lines of words and numbers, as they are typed into a table's field. */
function linesOf(typed: string, field: string, columns: number, mark: RegExp): string[][] {
  return typed
    .split('\n')
    .filter((line) => line.trim())
    .map((line, i) => {
      const cells = line.trim().split(mark)
      if (cells.length < columns)
        throw new Wrong(field, `line ${i + 1} has ${cells.length} of ${columns} figures`)
      return cells
    })
}

function tideOf(form: Typed, of: Break | null): BreakIn['tide_table'] {
  const rows = linesOf(form.tide, 'tide_table', 3, /[\s,;]+/)
  if (!rows.length) return null
  return {
    name: of?.tide_table?.name ?? '',
    mean_m: numberOf(form.tide_mean, 'tide_table') ?? 0,
    sa_from: form.sa_from,
    left_out: of?.tide_table?.left_out ?? [],
    constants: rows.map(([name = '', size = '', late = '']) => ({
      name: name.toUpperCase() as never,
      amplitude_m: needed(size, 'tide_table'),
      phase_deg: needed(late, 'tide_table'),
    })),
  }
}

function riverOf(form: Typed): BreakIn['river'] {
  const rows = linesOf(form.rating, 'river', 4, /[\s;]+/)
  if (!rows.length) return null
  const cell = (row: string[], i: number) => needed(row[i] ?? '', 'river')
  return {
    low_m3_s: needed(form.low, 'river'),
    high_m3_s: needed(form.high, 'river'),
    rating: rows.map((row) => ({
      flow_m3_s: cell(row, 0),
      speed_m_s: cell(row, 1),
      depth_m: cell(row, 2),
      face_m: cell(row, 3),
      slope: row[4] ? cell(row, 4) : 0.27,
      aeration: row[5] ? cell(row, 5) : 0,
    })),
  }
}

function settingsOf(form: Typed): BreakIn['settings'] {
  return linesOf(form.settings, 'settings', 4, /\s*;\s*/).map(
    ([name = '', high = '', steep = '', share = '']) => ({
      name,
      face_m: needed(high, 'settings'),
      steepness: steep as never,
      share: needed(share, 'settings'),
    }),
  )
}

type Day = 'small_m' | 'usual_m' | 'big_m'

/** The break that a form makes.
 *
 * @param first what its fields held when it was opened: what was not touched stays as it was.
 * @throws Wrong at the field that cannot be read.
 */
export function breakOf(
  form: Typed,
  first: Typed,
  of: Break | null,
  read: (typed: string) => Read<number>,
): BreakIn {
  const faceOf = (name: Day): number | null => {
    if (!form[name].trim()) return null
    if (of && form[name] === first[name]) return of[name] ?? null
    const found = read(form[name])
    if ('fault' in found) throw new Wrong(name, found.fault)
    return found.value
  }
  const sea = form.kind === 'sea' || form.kind === 'white_water'
  const river = form.kind === 'river'
  return {
    ...(of ? breakIn(of) : {}),
    name: form.name,
    about: form.about,
    mind: form.mind,
    kind: form.kind,
    small_m: river ? null : faceOf('small_m'),
    usual_m: faceOf('usual_m'),
    big_m: river ? null : faceOf('big_m'),
    steepness: form.steepness || null,
    bottom: form.bottom,
    crowd: form.crowd,
    shore: sea ? shoreOf(form, first, of) : null,
    tide_table: sea ? tideOf(form, of) : null,
    river: river ? riverOf(form) : null,
    settings: form.kind === 'pool' ? settingsOf(form) : [],
    buoy_id: sea ? form.buoy_id : null,
  } as BreakIn
}
