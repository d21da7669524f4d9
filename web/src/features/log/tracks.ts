// Tracks: sent one by one, so that one that is bad stops no other; read and put right by hand.
import {
  api,
  ApiError,
  tokenHeader,
  unwrap,
  type Fault,
  type SessionIn,
  type TrackEdit,
  type TrackOut,
} from '@/shared/api/client'
import { keepSessions } from '@/shared/log/outbox'

/** Send one file; throws what the server says of it. */
export async function sendTrack(
  fitting: number,
  file: File,
  signal: AbortSignal,
): Promise<TrackOut> {
  const form = new FormData()
  form.append('file', file, file.name)
  const address = `/api/fittings/${fitting}/tracks/`
  const response = await fetch(address, {
    method: 'POST',
    body: form,
    headers: tokenHeader(),
    signal,
  })
  const said = (await response.json().catch(() => null)) as (TrackOut & { error?: Fault }) | null
  if (!response.ok || !said)
    throw new Error(said?.error?.message ?? `The server answered ${response.status}.`)
  return said
}

/** What came of many files. */
export interface Brought {
  done: number
  of: number
  known: number
  noSurf: string[]
  bad: string[]
  stopped: boolean
}

/** Sessions of so many tracks are kept at once: what they teach is asked once for all of them. */
const AT_ONCE = 20

interface Made {
  file: string
  session: SessionIn
}

/** Keep sessions of tracks; those that the server refuses are named, and hold no other up. */
async function keepMade(fitting: number, made: readonly Made[]): Promise<string[]> {
  if (!made.length) return []
  try {
    await keepSessions(
      fitting,
      made.map((one) => one.session),
    )
    return []
  } catch (error) {
    const refused = error instanceof ApiError && error.status === 400
    const [first, ...rest] = made
    if (!refused || !first) throw error
    if (!rest.length) return [`${first.file}: ${error.fault.message}`]
    const bad: string[] = []
    for (const one of made) bad.push(...(await keepMade(fitting, [one])))
    return bad
  }
}

/**
 * Send many files, in the order of their names, and keep the sessions that are in them.
 *
 * @param sessionOf the session of a track; null where there is none to keep
 * @param going called after each file, and with `kept` after sessions were kept
 */
export async function sendTracks(
  fitting: number,
  files: readonly File[],
  signal: AbortSignal,
  sessionOf: (track: TrackOut) => SessionIn | null,
  going: (now: Brought, kept: boolean) => void,
): Promise<Brought> {
  const wanted = files
    .filter((file) => /\.(gpx|tcx|xml)$/i.test(file.name))
    .sort((a, b) => a.name.localeCompare(b.name))
  const now: Brought = { done: 0, of: wanted.length, known: 0, noSurf: [], bad: [], stopped: false }
  let made: Made[] = []
  const keep = async () => {
    const some = made
    made = []
    now.bad.push(...(await keepMade(fitting, some)))
    if (some.length) going({ ...now }, true)
  }
  for (const file of wanted) {
    if (signal.aborted) break
    try {
      const track = await sendTrack(fitting, file, signal)
      if (track.known) now.known += 1
      if (!track.track.session) now.noSurf.push(file.name)
      const session = sessionOf(track)
      if (session) made.push({ file: file.name, session })
    } catch (error) {
      if (signal.aborted) break
      now.bad.push(`${file.name}: ${(error as Error).message}`)
    }
    now.done += 1
    going({ ...now }, false)
    if (made.length >= AT_ONCE) await keep()
  }
  // Who stops keeps what was read until then.
  await keep()
  now.stopped = now.done < now.of
  return now
}

/** Read a track. */
export function readTrack(id: number, track: number): Promise<TrackOut> {
  return unwrap<TrackOut>(
    api.GET('/api/fittings/{id}/tracks/{track}/', { params: { path: { id, track } } }),
  )
}

/** Tracks that belong to no session yet. */
export async function looseTracks(id: number): Promise<TrackOut[]> {
  const found = await unwrap<{ tracks: TrackOut[] }>(
    api.GET('/api/fittings/{id}/tracks/', { params: { path: { id } } }),
  )
  return found.tracks
}

/** Put all slips of a track right. */
export function correctTrack(id: number, track: TrackOut, edits: TrackEdit[]): Promise<TrackOut> {
  return unwrap<TrackOut>(
    api.PATCH('/api/fittings/{id}/tracks/{track}/', {
      params: { path: { id, track: track.id } },
      body: { version: track.version, edits },
    }),
  )
}
