// Sessions that were written down and not sent yet: kept in the browser's database until the server has them.
// Each has a key of its own, made here; the server keeps what is sent twice once.
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { reactive } from 'vue'
import { api, ApiError, unwrap, type Kept, type SessionIn } from '@/shared/api/client'

/** A session that waits, and why the server refused it, if it did. */
export interface Waiting {
  key: string
  fitting: number
  session: SessionIn
  at: number
  refused?: string
}

interface Kept1 extends DBSchema {
  waiting: { key: string; value: Waiting; indexes: { fitting: number } }
}

/** So many are sent at once. */
const BATCH = 20
const RETRY_MS = 15_000

let opened: Promise<IDBPDatabase<Kept1>> | null = null
function database(): Promise<IDBPDatabase<Kept1>> {
  opened ??= openDB<Kept1>('chord-log', 1, {
    upgrade(db) {
      const store = db.createObjectStore('waiting', { keyPath: 'key' })
      store.createIndex('fitting', 'fitting')
    },
  })
  return opened
}

const state = reactive({
  /** How many wait for a connection. */
  waiting: 0,
  /** Those that the server refused: they are kept until somebody looks at them. */
  refused: [] as Waiting[],
  sending: false,
  /** How many were sent since the page was opened. */
  sent: 0,
  away: false,
})

/** A key of a session. */
export function newKey(): string {
  return window.crypto.randomUUID()
}

/** Keep sessions on the server at once; throws what it says. */
export async function keepSessions(fitting: number, sessions: SessionIn[]): Promise<Kept> {
  return unwrap<Kept>(
    api.POST('/api/fittings/{id}/log/', {
      params: { path: { id: fitting } },
      body: { sessions: sessions as never },
    }),
  )
}

async function count(): Promise<void> {
  const rows = await (await database()).getAll('waiting')
  state.refused = rows.filter((row) => row.refused)
  state.waiting = rows.length - state.refused.length
}

/** Write a session down: it is kept here before anything is sent. */
export async function writeDown(fitting: number, session: SessionIn): Promise<void> {
  const db = await database()
  await db.put('waiting', { key: session.key, fitting, session: plain(session), at: Date.now() })
  await count()
  void send()
}

/** Without what makes a value watch itself, which a database does not keep. */
function plain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}

async function sendBatch(fitting: number, rows: Waiting[]): Promise<void> {
  const db = await database()
  try {
    const { kept } = await keepSessions(
      fitting,
      rows.map((row) => row.session),
    )
    for (const one of kept) await db.delete('waiting', one.key)
    state.sent += kept.length
  } catch (error) {
    const final = error instanceof ApiError && [400, 404].includes(error.status)
    if (!final) throw error
    // One that is refused holds no other up: each is asked for alone.
    if (rows.length > 1) for (const row of rows) await sendBatch(fitting, [row])
    else if (rows[0]) await db.put('waiting', { ...rows[0], refused: error.fault.message })
  }
}

let retry = 0

/** Send what waits, oldest first. */
export async function send(): Promise<void> {
  if (state.sending) return
  state.sending = true
  window.clearTimeout(retry)
  try {
    for (;;) {
      const rows = (await (await database()).getAll('waiting'))
        .filter((row) => !row.refused)
        .sort((a, b) => a.at - b.at)
      const fitting = rows[0]?.fitting
      if (fitting === undefined) break
      await sendBatch(fitting, rows.filter((row) => row.fitting === fitting).slice(0, BATCH))
      await count()
    }
    state.away = false
  } catch {
    state.away = true
    retry = window.setTimeout(() => void send(), RETRY_MS)
  } finally {
    state.sending = false
    await count()
  }
}

/** Throw a refused session away. */
export async function throwAway(key: string): Promise<void> {
  await (await database()).delete('waiting', key)
  await count()
}

/** What waits here, and the ways to it. */
export function useOutbox() {
  return { state, writeDown, send, throwAway, count }
}
