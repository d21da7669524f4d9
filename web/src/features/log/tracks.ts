// Tracks: sent one by one, so that one that is bad stops no other; read and put right by hand.
import {
  api,
  tokenHeader,
  unwrap,
  type Fault,
  type TrackEdit,
  type TrackOut,
} from '@/shared/api/client'

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

/** Send many files, in the order of their names; `going` after each. */
export async function sendTracks(
  fitting: number,
  files: readonly File[],
  signal: AbortSignal,
  going: (now: Brought, track: TrackOut | null) => void,
): Promise<Brought> {
  const wanted = files
    .filter((file) => /\.(gpx|tcx|xml)$/i.test(file.name))
    .sort((a, b) => a.name.localeCompare(b.name))
  const now: Brought = { done: 0, of: wanted.length, known: 0, noSurf: [], bad: [], stopped: false }
  for (const file of wanted) {
    if (signal.aborted) break
    let track: TrackOut | null = null
    try {
      track = await sendTrack(fitting, file, signal)
      if (track.known) now.known += 1
      if (!track.track.session) now.noSurf.push(file.name)
    } catch (error) {
      if (signal.aborted) break
      now.bad.push(`${file.name}: ${(error as Error).message}`)
    }
    now.done += 1
    going({ ...now }, track)
  }
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
