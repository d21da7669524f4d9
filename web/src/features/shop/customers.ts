// Customers: the list, the one in hand, and what is done to them.
import { markRaw, reactive } from 'vue'
import {
  api,
  ApiError,
  NO_ANSWER,
  unwrap,
  type Customer,
  type CustomerPatch,
  type Customers,
  type Erased,
  type Fault,
} from '@/shared/api/client'

const state = reactive({
  list: null as Customers | null,
  one: null as Customer | null,
  q: '',
  due: false,
  fault: null as Fault | null,
  /** What became of the last one who was erased. */
  erased: null as Erased | null,
})

async function attempt<T>(call: Promise<T>, then: (found: T) => void): Promise<boolean> {
  try {
    then(await call)
    state.fault = null
    return true
  } catch (error) {
    const away = { field: 'server', value: null, message: NO_ANSWER }
    state.fault = error instanceof ApiError ? error.fault : away
    return false
  }
}
/** Changes go one after another, so that what is shown last is what stands. */
let line: Promise<unknown> = Promise.resolve()
let asked = 0

/** The list as it is asked for; with `more` the page behind it. An answer to an earlier question is dropped. */
async function list(more = false): Promise<void> {
  const mine = ++asked
  const after = more ? state.list?.next : null
  const query = { q: state.q, due: state.due, ...(after ? { after } : {}) }
  const call = unwrap<Customers>(api.GET('/api/customers/', { params: { query } }))
  await attempt(call, (found) => {
    if (mine !== asked) return
    const before = more ? (state.list?.customers ?? []) : []
    state.list = markRaw({ ...found, customers: [...before, ...found.customers] })
  })
}
const of = (id: number) => ({ params: { path: { id } } })
const show = (found: Customer) => {
  state.one = markRaw(found)
}

/** Customers of the shop. */
export function useCustomers() {
  return {
    state,
    list,
    async find(q: string): Promise<void> {
      state.q = q
      await list()
    },
    async onlyDue(due: boolean): Promise<void> {
      state.due = due
      await list()
    },
    open: (id: number) => attempt(unwrap<Customer>(api.GET('/api/customers/{id}/', of(id))), show),
    close(): void {
      state.one = null
      state.fault = null
    },
    change(id: number, body: CustomerPatch): Promise<boolean> {
      const turn = line.then(() =>
        attempt(unwrap<Customer>(api.PATCH('/api/customers/{id}/', { ...of(id), body })), show),
      )
      line = turn
      return turn
    },
    async merge(id: number, other: number): Promise<void> {
      const call = api.POST('/api/customers/{id}/merge/', { ...of(id), body: { other } })
      if (await attempt(unwrap<Customer>(call), show)) await list()
    },
    async erase(id: number, name: string): Promise<boolean> {
      const call = api.POST('/api/customers/{id}/erase/', { ...of(id), body: { name } })
      const done = await attempt(unwrap<Erased>(call), (found) => {
        state.erased = found
        state.one = null
      })
      if (done) await list()
      return done
    },
    keepFor: (keep_months: number | null) =>
      attempt(
        unwrap<Customers>(api.PUT('/api/customers/retention/', { body: { keep_months } })),
        () => void list(),
      ),
    eraseDue: () =>
      attempt(unwrap<Customers>(api.POST('/api/customers/retention/')), () => void list()),
  }
}
