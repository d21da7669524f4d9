// The fin wall: what hangs there, changed one by one or by the table.
import { reactive } from 'vue'
import {
  api,
  ApiError,
  failureText,
  unwrap,
  type FinsOut,
  type FinsRead,
} from '@/shared/api/client'

const state = reactive({
  rows: null as FinsOut[] | null,
  /** What is wrong with a row's number that was typed: by row and field, what stands there and why not. */
  refused: {} as Record<string, { text: string; says: string }>,
  fault: '',
})

async function load(): Promise<void> {
  try {
    state.rows = await unwrap<FinsOut[]>(api.GET('/api/fins/'))
    state.fault = ''
  } catch (error) {
    state.fault = failureText(error)
  }
}

type Field = 'price' | 'count'

/** Take a number that was typed; what the server refuses stays where it was typed, with the reason. */
async function type(row: FinsOut, field: Field, text: string): Promise<void> {
  const key = `${row.id} ${field}`
  const plain = text.trim().replace(',', '.')
  const value = plain === '' ? null : Number(plain)
  const given = Number.isNaN(value) ? plain : value
  const body = {
    version: row.version,
    count: field === 'count' ? given : row.count,
    fins: field === 'price' ? { ...row.fins, price: given } : row.fins,
  } as { version: number; count: number; fins: FinsOut['fins'] }
  try {
    const path = { id: row.id }
    const saved = await unwrap<FinsOut>(api.PUT('/api/fins/{id}/', { params: { path }, body }))
    delete state.refused[key]
    state.rows = state.rows?.map((one) => (one.id === saved.id ? saved : one)) ?? null
  } catch (error) {
    // Somebody else changed it: theirs is shown, ours stays typed.
    if (error instanceof ApiError && error.status === 409) await load()
    state.refused[key] = { text, says: failureText(error) }
  }
}

async function takeOff(row: FinsOut): Promise<void> {
  try {
    await unwrap(api.DELETE('/api/fins/{id}/', { params: { path: { id: row.id } } }))
    state.rows = state.rows?.filter((one) => one.id !== row.id) ?? null
  } catch (error) {
    state.fault = failureText(error)
  }
}

/** Read a table; with `write` it is kept if no cell is wrong. */
async function readTable(
  given: { text: string } | { workbook: string },
  write: boolean,
): Promise<FinsRead | null> {
  try {
    const body = { text: '', ...given, write }
    const read = await unwrap<FinsRead>(api.POST('/api/fins/table/', { body }))
    state.fault = ''
    if (read.kept) await load()
    return read
  } catch (error) {
    state.fault = failureText(error)
    return null
  }
}

/** The fin wall. */
export function useFins() {
  return { fins: state, load, type, takeOff, readTable }
}
