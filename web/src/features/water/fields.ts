// A form of plain fields: what is typed is kept as text until it is read; what is wrong stands at its field.
import { reactive } from 'vue'
import { ApiError } from '@/shared/api/client'

/** Reads a number, empty as null; throws a sentence where it is none. */
export function numberOf(text: string, name: string): number | null {
  const plain = text.trim().replace(',', '.')
  if (!plain) return null
  const value = Number(plain)
  if (!Number.isFinite(value)) throw new Wrong(name, `“${text}” is no number`)
  return value
}

/** A number that has to be there. */
export function needed(text: string, name: string): number {
  const value = numberOf(text, name)
  if (value === null) throw new Wrong(name, 'is needed')
  return value
}

/** What is wrong with a field, before anything is sent. */
export class Wrong extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message)
  }
}

/** Faults by field; what belongs to none of the fields that are shown stands under ``*``. */
export function useFaults(shown: readonly string[]) {
  const faults = reactive<Record<string, string>>({})
  function clear(): void {
    for (const name of Object.keys(faults)) delete faults[name]
  }
  return {
    faults,
    clear,
    /** Take a refusal apart: the field that it names, or the nearest that is shown. */
    take(error: unknown): void {
      clear()
      if (error instanceof Wrong) faults[error.field] = error.message
      else if (error instanceof ApiError) {
        const at = shown.find((name) => error.fault.field.startsWith(name))
        faults[at ?? '*'] = error.fault.message
      } else faults['*'] = 'The server does not answer. What was typed is still here.'
    },
  }
}
