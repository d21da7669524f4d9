// Sends a table of boards and follows how far the server is.
import { linesOf } from '@/shared/api/lines'
import { tokenHeader, type Fault, type ReadTable } from '@/shared/api/client'

export type LastWord = { read: ReadTable } | { hung: number; changed: number } | { error: Fault }

/** Send a table to be read, or with `accept` to be written; resolves with the last word about it. */
export async function sendTable(
  raw: Blob,
  accept: boolean,
  signal: AbortSignal,
  going: (now: { done: number; of: number }) => void,
): Promise<LastWord> {
  const headers = { 'Content-Type': 'text/csv', ...tokenHeader() }
  const address = `/api/rack/table/${accept ? '?accept=true' : ''}`
  const response = await fetch(address, { method: 'POST', body: raw, headers, signal })
  if (!response.ok || !response.body) {
    const said = (await response.json().catch(() => null)) as { error?: Fault } | null
    throw new Error(said?.error?.message ?? `The server answered ${response.status}.`)
  }
  let last: LastWord | null = null
  for await (const word of linesOf<LastWord | { done: number; of: number }>(response.body)) {
    if ('done' in word) going(word)
    else last = word
  }
  if (!last) throw new Error('The server ended in the middle: nothing was written.')
  return last
}
