// Sends files of a buoy or a gauge and follows how far the server is.
import { tokenHeader, type Fault, type FilesRead, type FlowsRead } from '@/shared/api/client'
import { linesOf } from '@/shared/api/lines'

type Said = { file: string; lines: number } | { read: FilesRead }

function formOf(files: readonly File[]): FormData {
  const form = new FormData()
  for (const file of files) form.append('file', file, file.name)
  return form
}

async function posted(
  address: string,
  files: readonly File[],
  signal: AbortSignal,
): Promise<Response> {
  const response = await fetch(address, {
    method: 'POST',
    body: formOf(files),
    headers: tokenHeader(),
    signal,
  })
  if (response.ok) return response
  const said = (await response.json().catch(() => null)) as { error?: Fault } | null
  throw new Error(said?.error?.message ?? `The server answered ${response.status}.`)
}

/** Read files into a buoy; resolves with how they were read. */
export async function sendFiles(
  buoy: number,
  files: readonly File[],
  signal: AbortSignal,
  going: (now: { file: string; lines: number }) => void,
): Promise<FilesRead> {
  const response = await posted(`/api/buoys/${buoy}/hours/`, files, signal)
  let last: FilesRead | null = null
  if (response.body)
    for await (const word of linesOf<Said>(response.body)) {
      if ('read' in word) last = word.read
      else going(word)
    }
  if (!last) throw new Error('The server ended in the middle: files that were read before stay.')
  return last
}

/** Read a series of flows into a river. */
export async function sendFlows(
  place: number,
  file: File,
  signal: AbortSignal,
): Promise<FlowsRead> {
  const response = await posted(`/api/breaks/${place}/flows/`, [file], signal)
  return (await response.json()) as FlowsRead
}
