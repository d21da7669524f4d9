import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import * as photograph from '@/features/rack/photograph'
import { readingAt, rowsOf, stationsWith } from '@/features/rack/stations'
import { sendTable } from '@/features/rack/table'
import { conditionWord, daysText, stockText } from '@/features/rack/words'
import { sendFiles, sendFlows } from '@/features/water/files'
import type { Board, TapeReading } from '@/shared/api/client'

const BOARD = {
  family: 'all-rounder',
  length_m: 1.83,
  stations: [{ from_tail_m: 0.3048, width_m: 0.38 }],
} as unknown as Board

describe('stations of a board', () => {
  it('are what was measured and every foot that was not', () => {
    const rows = rowsOf(BOARD).map((row) => Number(row.from_tail_m.toFixed(3)))
    expect(rows).toEqual([0.305, 0.61, 0.914, 1.219, 1.524])
    expect(rowsOf(BOARD, [0.45, 0.3049]).map((row) => row.from_tail_m)).toContain(0.45)
    expect(rowsOf({ ...BOARD, stations: undefined }, [0.6])).toHaveLength(5)
  })

  it('take a reading, and go when nothing is left in them', () => {
    const more = stationsWith(BOARD, 0.6096, 'rocker_m', 0.01)
    expect(more).toEqual([
      { from_tail_m: 0.3048, width_m: 0.38 },
      { from_tail_m: 0.6096, rocker_m: 0.01 },
    ])
    expect(stationsWith(BOARD, 0.305, 'thickness_m', 0.05)[0]).toEqual({
      from_tail_m: 0.3048, width_m: 0.38, thickness_m: 0.05,
    }) // prettier-ignore
    expect(stationsWith(BOARD, 0.3048, 'width_m', null)).toEqual([])
    const readings = [{ measure: 'width_m', from_tail_m: 0.3048 }] as TapeReading[]
    expect(readingAt(readings, 0.305, 'width_m')).toBe(readings[0])
    expect(readingAt(readings, 0.305, 'rocker_m')).toBeUndefined()
  })
})

describe('an outline in a picture', () => {
  const across = { from_tail_m: 0.5, width_m: 0.4, left: [0.4, 0.5], right: [0.6, 0.5] } as never
  const size = { wide: 1000, high: 500 }
  it('is drawn in pixels', () => {
    expect(photograph.outlinePath([[0, 0], [0.5, 1]], size)).toBe('M0.0,0.0L500.0,500.0Z') // prettier-ignore
    expect(photograph.inPicture([], size)).toEqual([0, 0])
  })
  it('has widths that are pulled along their own line', () => {
    const longer = photograph.pulled(across, { x: 0.7, y: 0.9 }, size)
    expect(longer.width_m).toBeCloseTo(0.6, 9)
    expect(longer.right).toEqual([expect.closeTo(0.7, 9), 0.5])
    const least = photograph.pulled(across, { x: 0.1, y: 0.5 }, size)
    expect(least.width_m).toBeCloseTo(0.004, 9)
  })
  it('gives widths to the stations, by the length of the board', () => {
    const rows = photograph.stationsFrom(BOARD, [across, { ...(across as object), from_tail_m: 1.82 } as never], 1.83) // prettier-ignore
    expect(rows.map((row) => row.from_tail_m)).toEqual([0.3048, 0.5])
  })
})

describe('words', () => {
  it('say days, condition and stock', () => {
    expect([daysText(1), daysText(12)]).toEqual(['1 day', '12 days'])
    expect([1, 0.85, 0.7, 0.4, 0.1, -1].map(conditionWord)).toEqual([
      'as new', 'good', 'worn', 'tired', 'for parts', 'for parts',
    ]) // prettier-ignore
    expect(stockText({ stock: 'used', condition: 0.7 } as Board)).toBe('used, worn')
    expect(stockText({ stock: 'new' } as Board)).toBe('new')
    expect(stockText({} as Board)).toBe('')
  })
})

describe('files that the server reads while one waits', () => {
  let server: Server
  let reply: { status: number; lines: unknown[] } = { status: 200, lines: [] }
  const realFetch = globalThis.fetch
  beforeAll(async () => {
    server = createServer((request, response) => {
      request.resume()
      response.statusCode = reply.status
      for (const line of reply.lines) response.write(`${JSON.stringify(line)}\n`)
      response.end()
    })
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    globalThis.fetch = (address, how) => realFetch(at + (address as string), how)
  })
  afterAll(() => {
    globalThis.fetch = realFetch
    server.close()
  })
  const { signal } = new AbortController()
  const raw = new Blob(['name\n'])
  const file = new File(['x'], 'hours.txt')

  it('tables say how far they are, and what became of them', async () => {
    reply = {
      status: 200,
      lines: [
        { done: 1, of: 2 },
        { hung: 2, changed: 0 },
      ],
    }
    const seen: unknown[] = []
    expect(await sendTable(raw, true, signal, (now) => seen.push(now))).toEqual(reply.lines[1])
    expect(seen).toEqual([{ done: 1, of: 2 }])
    reply = { status: 200, lines: [{ done: 1, of: 2 }] }
    await expect(sendTable(raw, false, signal, () => undefined)).rejects.toThrow('in the middle')
    reply = { status: 400, lines: [{ error: { message: 'no table' } }] }
    await expect(sendTable(raw, false, signal, () => undefined)).rejects.toThrow('no table')
    reply = { status: 500, lines: [] }
    await expect(sendTable(raw, false, signal, () => undefined)).rejects.toThrow('500')
  })

  it('hours of a buoy and flows of a river too', async () => {
    reply = { status: 200, lines: [{ file: 'hours.txt', lines: 9 }, { read: { files: [] } }] }
    const seen: unknown[] = []
    expect(await sendFiles(1, [file], signal, (now) => seen.push(now))).toEqual({ files: [] })
    expect(seen).toHaveLength(1)
    reply = { status: 200, lines: [{ file: 'hours.txt', lines: 9 }] }
    await expect(sendFiles(1, [file], signal, () => undefined)).rejects.toThrow('in the middle')
    reply = { status: 200, lines: [{ days: 3 }] }
    expect(await sendFlows(1, file, signal)).toEqual({ days: 3 })
    reply = { status: 413, lines: [{ error: { message: 'too large' } }] }
    await expect(sendFlows(1, file, signal)).rejects.toThrow('too large')
  })

  it('and an outline is asked for with where the known length lies', async () => {
    reply = { status: 200, lines: [{ length_m: 1.8 }] }
    const [a, b] = [{ x: 0, y: 0 }, { x: 1, y: 1 }] // prettier-ignore
    expect(await photograph.lookAt(file, [a, b], 1, false)).toEqual({ length_m: 1.8 })
  })
})
