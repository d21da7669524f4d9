// A shop's own numbers: what is shown of the tables, what is being changed, and what that would do.
import { computed, onScopeDispose, ref } from 'vue'
import {
  api,
  ApiError,
  failureText,
  unwrap,
  type Jobs,
  type Numbers,
  type NumbersEffect,
  type NumbersRead,
  type Revisions,
  type TableNumber,
} from '@/shared/api/client'

/** How often one asks how far a trial is, and how far learning anew [ms]. */
const LOOK_MS = 500
const LEARNING_MS = 3000
const running = (state: string) => ['waiting', 'running'].includes(state)

/** A number as it is written: as many digits as it has, six at most. */
export const written = (value: number) => String(Number(value.toPrecision(6)))

/** What stands in a field, as a number; null where it is none. */
export function read(text: string): number | null {
  const value = Number(text.trim().replace(',', '.'))
  return text.trim() && Number.isFinite(value) ? value : null
}

/** Why a text cannot be the value of a number; empty where it can. */
export function refusal(number: TableNumber, text: string): string {
  const value = read(text)
  if (value === null) return 'a number, please'
  if (value < number.low || value > number.high) {
    return `from ${written(number.low)} to ${written(number.high)}`
  }
  return number.whole && !Number.isInteger(value) ? 'a whole number, please' : ''
}

/** A change that is being made: the number, and what is typed for it. */
export interface Draft {
  number: TableNumber
  text: string
}

export function useNumbers() {
  const shown = ref<Numbers | null>(null)
  const revisions = ref<Revisions['revisions']>([])
  const fault = ref('')
  const table = ref('')
  const words = ref('')
  const drafts = ref(new Map<string, Draft>())
  const effect = ref<NumbersEffect | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  let last = 0

  const changed = computed(() =>
    [...drafts.value.values()].filter(
      (one) => read(one.text) !== one.number.value || refusal(one.number, one.text),
    ),
  )
  const refused = computed(() => changed.value.filter((one) => refusal(one.number, one.text)))
  const changes = computed(() =>
    Object.fromEntries(changed.value.map((one) => [one.number.place, read(one.text)])),
  )
  /** Whether the effect that is shown is that of what is typed now. */
  const current = computed(
    () => JSON.stringify(effect.value?.changes ?? null) === JSON.stringify(changes.value),
  )

  async function ask<T>(call: Promise<T>): Promise<T | null> {
    try {
      const found = await call
      fault.value = ''
      return found
    } catch (error) {
      if (error instanceof ApiError && error.status === 409) {
        fault.value = 'Somebody set other numbers meanwhile: look at them, then keep yours again.'
        void load()
      } else {
        fault.value = failureText(error)
      }
      return null
    }
  }

  async function load(): Promise<void> {
    const mine = ++last
    const q = words.value.trim()
    const query = { table: table.value, q, own: !q && !table.value }
    const found = await ask(unwrap<Numbers>(api.GET('/api/shop/numbers/', { params: { query } })))
    if (!found || mine !== last) return
    shown.value = found
    // What was typed stays; what it is measured against is what stands there now.
    for (const number of found.numbers) {
      const draft = drafts.value.get(number.place)
      if (draft) draft.number = number
    }
  }
  async function loadRevisions(): Promise<void> {
    const found = await ask(unwrap<Revisions>(api.GET('/api/shop/numbers/revisions/')))
    if (found) revisions.value = found.revisions
  }
  /** How far what sessions taught is worked out by the numbers that are kept; empty where that is done. */
  const learning = ref('')
  let asked: ReturnType<typeof setTimeout> | undefined
  async function loadLearning(): Promise<void> {
    clearTimeout(asked)
    const found = await ask(unwrap<Jobs>(api.GET('/api/jobs/')))
    const job = found?.jobs.find((one) => one.kind === 'learn anew' && running(one.state))
    learning.value = job ? `${job.done} of ${job.of}` : ''
    if (job) asked = setTimeout(() => void loadLearning(), LEARNING_MS)
  }
  onScopeDispose(() => clearTimeout(asked))
  const loadAll = () => Promise.all([load(), loadRevisions(), loadLearning()])

  const textOf = (number: TableNumber) =>
    drafts.value.get(number.place)?.text ?? written(number.value)
  const type = (number: TableNumber, text: string) =>
    void drafts.value.set(number.place, { number, text })
  const drop = (place: string) => void drafts.value.delete(place)

  /** Lay what a file says beside the numbers in use: it is kept as what is typed is. What was read of it. */
  async function readFile(file: File): Promise<string> {
    const body = await file
      .text()
      .then((text) => JSON.parse(text) as never)
      .catch(() => null)
    if (body === null) return `${file.name} is no JSON document.`
    const found = await ask(unwrap<NumbersRead>(api.POST('/api/shop/numbers.json', { body })))
    if (!found) return ''
    for (const one of found.numbers) type(one.number, written(one.value))
    const left = found.left_out.map((one) => one.place)
    return [
      `${found.numbers.length} differ, ${found.same} are so already.`,
      left.length ? `Not taken by this version: ${left.join(', ')}.` : '',
    ].join(' ')
  }

  /** Set numbers; whether they were. */
  async function keep(reason: string): Promise<boolean> {
    if (!shown.value) return false
    const body = { changes: changes.value, reason, version: shown.value.version }
    const made = await ask(unwrap(api.POST('/api/shop/numbers/', { body })))
    if (!made) return false
    drafts.value.clear()
    effect.value = null
    await loadAll()
    return true
  }
  async function undo(id: number, reason: string): Promise<boolean> {
    if (!shown.value) return false
    const body = { reason, version: shown.value.version }
    const made = await ask(
      unwrap(
        api.POST('/api/shop/numbers/revisions/{id}/undo/', { params: { path: { id } }, body }),
      ),
    )
    if (made) await loadAll()
    return made !== null
  }

  const open = (one: NumbersEffect | null) => one !== null && running(one.job.state)
  function follow(): void {
    clearTimeout(timer)
    if (!open(effect.value)) return
    timer = setTimeout(async () => {
      const id = effect.value?.job.id
      if (id === undefined) return
      const found = await ask(
        unwrap<NumbersEffect>(
          api.GET('/api/shop/numbers/effects/{id}/', { params: { path: { id } } }),
        ),
      )
      if (found && effect.value?.job.id === id) effect.value = found
      follow()
    }, LOOK_MS)
  }
  /** Ask what the numbers that are typed would do to the tickets of the season. */
  async function tryThem(): Promise<void> {
    if (open(effect.value)) await stop()
    const body = { changes: changes.value }
    const begun = await ask(unwrap<NumbersEffect>(api.POST('/api/shop/numbers/effects/', { body })))
    if (begun) effect.value = begun
    follow()
  }
  async function stop(): Promise<void> {
    const id = effect.value?.job.id
    if (id === undefined) return
    await ask(unwrap(api.POST('/api/jobs/{id}/stop/', { params: { path: { id } } })))
  }
  onScopeDispose(() => clearTimeout(timer))

  return {
    shown, revisions, fault, table, words, changed, refused, current, effect,
    load, loadAll, textOf, type, drop, keep, undo, tryThem, stop, readFile, learning,
  } // prettier-ignore
}
