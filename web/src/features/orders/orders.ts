// Orders: the list, the one that is looked at, and what is written into it.
import { reactive } from 'vue'
import {
  api,
  ApiError,
  failureText,
  unwrap,
  type Order,
  type OrderPatch,
  type OrderRow,
  type OrderState,
} from '@/shared/api/client'

const state = reactive({
  rows: null as OrderRow[] | null,
  order: null as Order | null,
  fault: '',
  /** What was typed and refused: by field, what stands there and why not. */
  refused: {} as Record<string, { text: string; says: string }>,
})

async function loadList(): Promise<void> {
  try {
    state.rows = await unwrap<OrderRow[]>(api.GET('/api/orders/'))
    state.fault = ''
  } catch (error) {
    state.fault = failureText(error)
  }
}

async function open(id: number): Promise<void> {
  if (state.order?.id !== id) Object.assign(state, { order: null, refused: {} })
  try {
    state.order = await unwrap<Order>(api.GET('/api/orders/{id}/', { params: { path: { id } } }))
    state.fault = ''
  } catch (error) {
    state.fault = failureText(error)
  }
}

/** One write after another: each is of the version that the one before it left. */
let turn: Promise<unknown> = Promise.resolve()

async function write(call: (path: { id: number }, version: number) => ReturnType<typeof send>) {
  const id = state.order?.id
  const mine = turn.then(async () => {
    const order = state.order
    if (!order || order.id !== id) return
    state.order = await unwrap<Order>(call({ id: order.id }, order.version))
    state.fault = ''
  })
  turn = mine.catch(() => undefined)
  await mine
  await loadList()
}

function send(path: { id: number }, body: OrderPatch) {
  return api.PATCH('/api/orders/{id}/', { params: { path }, body })
}

/** Somebody else changed it: theirs is shown, ours stays typed. */
async function refuse(field: string, text: string, error: unknown): Promise<void> {
  const id = state.order?.id
  if (error instanceof ApiError && error.status === 409 && id) {
    await open(id)
    await loadList()
  }
  state.refused[field] = { text, says: failureText(error) }
}

/** Write one thing; what the server refuses stays where it was typed, with the reason. */
async function change(field: string, text: string, what: Partial<OrderPatch>): Promise<void> {
  try {
    await write((path, version) => send(path, { ...what, version }))
    delete state.refused[field]
  } catch (error) {
    await refuse(field, text, error)
  }
}

/** Take a step; whether it was taken. */
async function step(to: OrderState, reason = ''): Promise<boolean> {
  try {
    await write((path, version) =>
      api.POST('/api/orders/{id}/step/', { params: { path }, body: { version, to, reason } }),
    )
    delete state.refused.step
    return true
  } catch (error) {
    await refuse('step', reason, error)
    return false
  }
}

/** The orders of the shop. */
export function useOrders() {
  return { orders: state, loadList, open, change, step }
}
