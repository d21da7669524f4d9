import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import {
  asksAlong,
  hangWall,
  heap,
  unmetLabels,
  type HungBy,
  type Wall,
} from '@/features/rack/wall'
import { useWallWalk } from '@/features/rack/wallWalk'
import type { Demand, Found } from '@/shared/api/client'

const BOX = { left: 130, right: 1200, top: 4, bottom: 520 }
const found = (rows: [string, number, number, number | null][]) =>
  ({
    families: [...new Set(rows.map(([family]) => family))],
    ids: rows.map((_, i) => i + 1),
    family: rows.map(([family]) => [...new Set(rows.map(([f]) => f))].indexOf(family)),
    litres: rows.map(([, litres]) => litres),
    length_m: rows.map(([, , length]) => length),
    price: rows.map(([, , , price]) => price),
    days: rows.map((_, i) => i * 10),
    stock: rows.map((_, i) => (i % 2 ? 'used' : 'new')),
  }) as unknown as Found

const RACK = found([
  ['all-rounder', 30, 1.8, 600],
  ['all-rounder', 30.05, 1.81, 620],
  ['all-rounder', 38, 1.9, null],
  ['gun', 45, 2.6, 900],
  ['river wide', 40, 1.5, 500],
])

describe('the wall', () => {
  it('hangs families in rows, shortest kinds first, what belongs to none last', () => {
    const wall = hangWall(RACK, 'litres', BOX)
    expect(wall.rows.map((row) => row.name)).toEqual([
      'shortboards, step-ups, guns',
      'all-rounders, twins',
      'river, stand-up',
    ])
    for (const row of wall.rows)
      for (const place of row.places) {
        expect(place.x).toBeGreaterThanOrEqual(BOX.left)
        expect(place.x).toBeLessThanOrEqual(BOX.right)
      }
  })

  it('closes what would touch into a sheaf, and hangs nothing without a value', () => {
    const wall = hangWall(RACK, 'litres', BOX)
    expect(wall.rows[1]?.places.map((place) => place.ids)).toEqual([[1, 2], [3]])
    const prices = hangWall(RACK, 'price', BOX)
    expect(prices.rows.flatMap((row) => row.places.flatMap((place) => place.ids))).not.toContain(3)
  })

  it('lays litres and prices on a line of ratios, lengths and days on an even one', () => {
    const even = (by: HungBy, a: number, b: number, c: number) => {
      const { at } = hangWall(RACK, by, BOX)
      return at(b) - at(a) - (at(c) - at(b))
    }
    expect(even('litres', 30, 36, 43.2)).toBeCloseTo(0, 6)
    expect(even('price', 500, 600, 720)).toBeCloseTo(0, 6)
    expect(even('length_m', 1.6, 1.8, 2)).toBeCloseTo(0, 6)
    expect(even('days', 0, 10, 20)).toBeCloseTo(0, 6)
  })

  it('stands boards to one scale that fits', () => {
    const wall = hangWall(RACK, 'litres', BOX)
    const high = wall.rows.reduce((sum, row) => sum + row.longest_m * wall.scale + 12, 0)
    expect(high).toBeLessThanOrEqual(BOX.bottom - BOX.top + 1e-6)
    expect(wall.ticks.length).toBeGreaterThan(1)
    for (let i = 1; i < wall.ticks.length; i += 1)
      expect((wall.ticks[i]?.x ?? 0) - (wall.ticks[i - 1]?.x ?? 0)).toBeGreaterThan(34)
  })

  it('hangs a single board', () => {
    const wall = hangWall(found([['gun', 45, 2.6, 900]]), 'length_m', BOX)
    expect(wall.rows[0]?.places).toHaveLength(1)
  })
})

describe('what was asked for', () => {
  const asked = {
    fittings: [
      { name: 'Ines', family: 'gun', best: [4], low_l: 40, high_l: 50, length_m: 2.6 },
      { name: '', family: 'mini-mal', best: [], low_l: 60, high_l: 70, length_m: 2.3 },
    ],
  } as unknown as Demand
  it('is a band of litres, or the half foot about a length', () => {
    expect(asksAlong(asked, 'litres')[0]).toEqual({ name: 'Ines', met: true, low: 40, high: 50 })
    const [, second] = asksAlong(asked, 'length_m')
    expect(second).toMatchObject({ name: 'mini-mal', met: false })
    expect((second?.high ?? 0) - (second?.low ?? 0)).toBeCloseTo(0.1524, 6)
    expect(asksAlong(asked, 'price')).toEqual([])
  })
  it('is heaped where bands lie on each other', () => {
    const path = heap([{ from: 0, to: 10 }, { from: 5, to: 15 }], 100, 9) // prettier-ignore
    expect(path).toBe('M0.0,100H0.0V91.0H5.0V82.0H10.0V91.0H15.0V100.0V100Z')
    expect(heap([], 100, 9)).toBe('')
  })
})

describe('walking along the wall', () => {
  const wall = ref<Wall>(hangWall(RACK, 'litres', BOX))
  const said: unknown[] = []
  const needed: number[] = []
  const walk = useWallWalk(
    ref(document.createElement('div')),
    wall,
    (ids) => {
      needed.push(...ids)
      return Promise.resolve()
    },
    {
      open: (id) => said.push(['open', id]),
      look: (id) => said.push(['look', id]),
      mark: (id) => said.push(['mark', id]),
    },
  )
  const press = async (key: string, more: KeyboardEventInit = {}) => {
    walk.keyed(new KeyboardEvent('keydown', { key, cancelable: true, ...more }))
    await nextTick()
    return said.at(-1)
  }

  it('goes to the rows below and above, through a sheaf, along the row', async () => {
    walk.look(0, 0)
    expect(said.at(-1)).toEqual(['look', 4])
    expect(await press('ArrowDown')).toEqual(['look', 3])
    expect(await press('ArrowLeft')).toEqual(['look', 1])
    expect(await press('ArrowRight')).toEqual(['look', 2])
    expect(needed).toEqual([1, 2])
    expect(await press('ArrowLeft')).toEqual(['look', 1])
    expect(await press('ArrowRight')).toEqual(['look', 2])
    expect(await press('ArrowRight')).toEqual(['look', 3])
    expect(await press('ArrowUp')).toEqual(['look', 4])
    const before = said.length
    await press('ArrowUp')
    await press('ArrowUp', { altKey: true })
    await press('x')
    expect(said.length).toBe(before)
  })

  it('opens with Enter and marks with +', async () => {
    expect(await press('Enter')).toEqual(['open', 4])
    expect(await press('+')).toEqual(['mark', 4])
    expect(await press('c')).toEqual(['mark', 4])
  })
})

describe('labels of what nothing here meets', () => {
  const span = (name: string, from: number, to = from + 20) => ({ name, from, to })

  it('stand over their own spans while there is room', () => {
    expect(unmetLabels([span('Ana', 600), span('Bo', 100)])).toEqual([
      { x: 110, says: 'Bo: nothing' },
      { x: 610, says: 'Ana: nothing' },
    ])
  })

  it('become one where they would lie on each other, each name once', () => {
    expect(unmetLabels([span('Ana', 100), span('Bo', 120), span('Ana', 110)])).toEqual([
      { x: 120, says: 'Ana, Bo: nothing' },
    ])
  })

  it('never lie on each other', () => {
    const many = Array.from({ length: 12 }, (_, i) => span(`Guest ${i}`, 100 + 70 * i))
    const labels = unmetLabels(many)
    labels.slice(1).forEach((label, i) => {
      const before = labels[i]!
      const room = ((label.says.length + before.says.length) * 7.5) / 2
      expect(label.x - before.x).toBeGreaterThanOrEqual(room)
    })
    expect(labels.flatMap((one) => one.says.match(/Guest \d+/g)).length).toBe(12)
  })
})
