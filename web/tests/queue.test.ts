import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ApiError, type Fitting } from '@/shared/api/client'
import { SaveQueue, whyNot, type Saving } from '@/shared/save/queue'
import { over } from '@/shared/state/ticketSaver'

type Facts = Record<string, unknown>
const refusal = (status: number, field = 'facts.x', current?: unknown) =>
  new ApiError(status, { field, value: null, message: 'no' }, current as Fitting)

/** A server that keeps what it is sent, and fails as it is told to. */
class Server {
  kept: Facts = {}
  calls: Facts[] = []
  fail: Error[] = []
  hold: (() => void) | null = null
  async send(change: Facts): Promise<void> {
    this.calls.push(change)
    const failing = this.fail.shift()
    await new Promise<void>((done) => (this.hold ? (this.hold = done) : done()))
    if (failing) throw failing
    this.kept = { ...this.kept, ...change }
  }
}

function queueOn(server: Server, more: Partial<Saving<Facts>> = {}) {
  const states: string[] = []
  const ahead: (Facts | null)[] = []
  const queue = new SaveQueue<Facts>({
    key: 'test-queue',
    rest: 0,
    join: (first, then) => ({ ...first, ...then }),
    send: (change) => server.send(change),
    overTheirs: (_, change) => change,
    refused: (_, change) => {
      const { bad, ...rest } = change
      return bad !== undefined && Object.keys(rest).length ? { again: rest } : {}
    },
    state: (state) => states.push(state),
    ahead: (change) => ahead.push(change),
    ...more,
  })
  return { queue, states, ahead }
}

beforeEach(() => {
  vi.useFakeTimers()
  window.localStorage.clear()
})
afterEach(() => vi.useRealTimers())
const settle = () => vi.advanceTimersByTimeAsync(10)

describe('the save queue', () => {
  it('sends one at a time; what is typed meanwhile goes together with the next', async () => {
    const server = new Server()
    server.hold = () => undefined
    const { queue } = queueOn(server)
    queue.push({ mass: 70 })
    queue.push({ height: 1.7 })
    queue.push({ mass: 71 })
    await settle()
    expect(server.calls).toEqual([{ mass: 70 }])
    expect(queue.ahead).toEqual({ mass: 71, height: 1.7 })
    const done = server.hold
    server.hold = null
    done?.()
    await settle()
    expect(server.calls[1]).toEqual({ height: 1.7, mass: 71 })
    expect(server.kept).toEqual({ mass: 71, height: 1.7 })
    expect(queue.idle).toBe(true)
    expect(queue.ahead).toBeNull()
  })

  it('takes over what came back in one step with what is no more unsaved', async () => {
    const seen: string[] = []
    const { queue } = queueOn(new Server(), {
      // What is drawn next is drawn once all that was begun has ended.
      send: () =>
        Promise.resolve(() => {
          seen.push('taken over')
          queueMicrotask(() => seen.push('drawn'))
        }),
      ahead: (change) => seen.push(change ? 'unsaved' : 'nothing unsaved'),
      state: (state) => seen.push(state),
    })
    queue.push({ mass: 70 })
    await settle()
    expect(seen).toEqual(['saving', 'unsaved', 'taken over', 'nothing unsaved', 'saved', 'drawn'])
  })

  it('keeps what is not saved in the browser, and lets go of it when it is', async () => {
    const server = new Server()
    server.fail = [new TypeError('no network')]
    const { queue, states } = queueOn(server)
    queue.push({ mass: 70 })
    await settle()
    expect(states.at(-1)).toBe('waiting')
    expect(queueOn(server).queue.kept()).toEqual({ mass: 70 })
    await vi.advanceTimersByTimeAsync(2000)
    expect(states.at(-1)).toBe('saved')
    expect(server.kept).toEqual({ mass: 70 })
    expect(window.localStorage.getItem('test-queue')).toBeNull()
  })

  it('lays ours over what somebody else changed, and sends it again', async () => {
    const server = new Server()
    server.fail = [refusal(409, 'version', { version: 3 })]
    const { queue, states } = queueOn(server, {
      overTheirs: (error, change) => ({ ...change, on: error.current?.version }),
    })
    queue.push({ mass: 70 })
    await settle()
    expect(server.kept).toEqual({ mass: 70, on: 3 })
    expect(states.at(-1)).toBe('saved')
  })

  it('sends what was right of a refused change without what was wrong', async () => {
    const server = new Server()
    server.fail = [refusal(400)]
    const { queue } = queueOn(server)
    queue.push({ mass: 70, bad: 1 })
    await settle()
    expect(server.calls).toEqual([{ mass: 70, bad: 1 }, { mass: 70 }])
    expect(server.kept).toEqual({ mass: 70 })
  })

  it('holds a change that is refused whole until it is changed', async () => {
    const server = new Server()
    server.fail = [refusal(400)]
    const { queue, states } = queueOn(server, { refused: (_, change) => ({ held: change }) })
    queue.push({ bad: 1 })
    await settle()
    expect(states.at(-1)).toBe('refused')
    expect(queue.ahead).toEqual({ bad: 1 })
    expect(queue.kept()).toEqual({ bad: 1 })
    queue.push({ good: 1 })
    await settle()
    expect(server.kept).toEqual({ good: 1 })
  })

  it('waits for the sign-in, stops where the thing is gone, and can be taken elsewhere', async () => {
    const server = new Server()
    server.fail = [refusal(401), refusal(404)]
    const { queue, states } = queueOn(server)
    queue.push({ mass: 70 })
    await settle()
    expect(states.at(-1)).toBe('locked')
    await vi.advanceTimersByTimeAsync(2000)
    expect(states.at(-1)).toBe('gone')
    await vi.advanceTimersByTimeAsync(9000)
    expect(server.calls).toHaveLength(2)
    expect(queue.take()).toEqual({ mass: 70 })
    expect(queue.idle).toBe(true)
  })

  it('rests before it sends, and sends nothing that is saved already', async () => {
    const server = new Server()
    const { queue, states } = queueOn(server, { rest: 700, empty: (change) => !change.mass })
    queue.push({ mass: 70 })
    await vi.advanceTimersByTimeAsync(500)
    queue.push({ mass: 71 })
    expect(states).toEqual(['saving', 'saving'])
    await vi.advanceTimersByTimeAsync(500)
    expect(server.calls).toHaveLength(0)
    await vi.advanceTimersByTimeAsync(300)
    expect(server.calls).toEqual([{ mass: 71 }])
    queue.push({ mass: 0 })
    await vi.advanceTimersByTimeAsync(800)
    expect(server.calls).toHaveLength(1)
    expect(states.at(-1)).toBe('saved')
  })

  it('tries no more once it has ended', async () => {
    const server = new Server()
    server.fail = [new TypeError('away'), new TypeError('away')]
    const { queue } = queueOn(server)
    queue.push({ mass: 70 })
    await settle()
    queue.end()
    await vi.advanceTimersByTimeAsync(9000)
    expect(server.calls).toHaveLength(1)
    expect(queue.kept()).toEqual({ mass: 70 })
  })

  it('knows why something was not saved', () => {
    expect(whyNot(new TypeError('x'))).toBe('waiting')
    expect(whyNot(refusal(409))).toBe('refused')
    expect(whyNot(refusal(403, 'csrf'))).toBe('locked')
    expect(whyNot(refusal(429))).toBe('waiting')
    expect(whyNot(refusal(503))).toBe('waiting')
  })
})

describe('changes of a ticket', () => {
  it('facts and water are laid over each other by their parts', () => {
    const first = { facts: { mass_kg: 70, age: 30 }, water: { usual_m: 1 } }
    expect(over(first, { facts: { age: null }, target_l: 30 })).toEqual({
      facts: { mass_kg: 70, age: null },
      water: { usual_m: 1 },
      target_l: 30,
    })
  })
  it('another break brings its own water', () => {
    expect(over({ water: { usual_m: 1 } }, { break_id: 4 }).water).toEqual({})
    expect(over({ water: { usual_m: 1 } }, { break_id: 4, water: { usual_m: 2 } }).water).toEqual({
      usual_m: 2,
    })
  })
})
