import { describe, expect, it } from 'vitest'
import { createApp, defineComponent, h, nextTick, ref, withDirectives } from 'vue'
import { breakOf, typedOf, type Typed } from '@/features/water/breakForm'
import { needed, numberOf, useFaults, Wrong } from '@/features/water/fields'
import { ApiError, type Break } from '@/shared/api/client'
import { vDraft } from '@/shared/forms/draft'
import { useFieldErrors } from '@/shared/forms/fieldErrors'
import { vFocused } from '@/shared/keys/focused'

const face = (metres: number | null | undefined) => (metres ? String(metres) : '')
const read = (text: string) =>
  Number.isFinite(Number(text)) ? { value: Number(text) } : { fault: `“${text}” is no height` }
const BREAK = {
  id: 4,
  name: 'Gull Sands',
  kind: 'sea',
  small_m: 0.5,
  usual_m: 1,
  big_m: 1.8,
  measured: true,
  shore: { faces_deg: 270, bottom_slope: 0.0298, tides: ['mid'], going: 'rising' },
  tide_table: { name: 'port', mean_m: 2.1, sa_from: 'equinox', left_out: ['MSF'], constants: [{ name: 'M2', amplitude_m: 1.4, phase_deg: 112 }] },
  buoy_id: 2,
} as unknown as Break // prettier-ignore

const made = (change: Partial<Typed>, of: Break | null = null) => {
  const first = typedOf(of, face)
  return breakOf({ ...first, ...change }, first, of, read)
}
const wrong = (change: Partial<Typed>, of: Break | null = null): Wrong => {
  try {
    made(change, of)
  } catch (error) {
    return error as Wrong
  }
  throw new Error('it was taken')
}

describe('a break that is typed', () => {
  it('stays as it was where nothing is touched', () => {
    const kept = made({}, BREAK)
    expect(kept).toMatchObject({ name: 'Gull Sands', usual_m: 1, buoy_id: 2 })
    expect(kept.shore?.bottom_slope).toBe(0.0298)
    expect(kept.tide_table?.constants).toEqual(BREAK.tide_table?.constants)
    expect(kept.tide_table?.left_out).toEqual(['MSF'])
    expect('measured' in kept).toBe(false)
  })

  it('takes a shore with what is left open', () => {
    const kept = made({ name: 'New', usual_m: '1.2', faces_deg: '200', bottom_slope: '50' })
    expect(kept.shore).toMatchObject({ faces_deg: 200, window_deg: 40, bottom_slope: 0.02 })
    expect(made({ usual_m: '1' }).shore).toBeNull()
    expect(wrong({ faces_deg: '200', bottom_slope: '0' }).field).toBe('shore.bottom_slope')
    expect(wrong({ faces_deg: 'west' }).message).toContain('no number')
    expect(wrong({ usual_m: 'odd' }).field).toBe('usual_m')
  })

  it('takes tides, ratings and settings as lines', () => {
    const tide = made({ tide: 'm2 1.45 112\n\nS2, 0.4, 150', tide_mean: '2' }).tide_table
    expect(tide?.constants?.map((one) => one.name)).toEqual(['M2', 'S2'])
    expect(wrong({ tide: 'M2 1.45' }).message).toContain('line 1 has 2 of 3')
    const river = made({ kind: 'river', rating: '18 2.7 0.5 0.62\n30 3 0.6 0.8 0.3 0.02', low: '18', high: '40' }) // prettier-ignore
    expect(river.river?.rating[0]).toMatchObject({ slope: 0.27, aeration: 0 })
    expect(river.river?.rating[1]).toMatchObject({ slope: 0.3, aeration: 0.02 })
    expect(river.small_m).toBeNull()
    expect(made({ kind: 'river' }).river).toBeNull()
    expect(wrong({ kind: 'river', rating: '18 2.7 0.5 0.62' }).message).toBe('is needed')
    const pool = made({ kind: 'pool', settings: 'first turns; 1.0; soft; 3' })
    expect(pool.settings).toEqual([{ name: 'first turns', face_m: 1, steepness: 'soft', share: 3 }])
    expect(pool.buoy_id).toBeNull()
  })
})

describe('fields', () => {
  it('read numbers, and say at which field they could not', () => {
    expect([numberOf(' 3,5 ', 'x'), numberOf('', 'x')]).toEqual([3.5, null])
    expect(() => needed('', 'x')).toThrow('is needed')
    const { faults, take, clear } = useFaults(['shore', 'name'])
    const refusal = (field: string) => new ApiError(400, { field, value: 1, message: 'no' })
    take(refusal('shore.faces_deg'))
    expect(faults).toEqual({ shore: 'no' })
    take(refusal('odd'))
    expect(faults).toEqual({ '*': 'no' })
    take(new Wrong('tide_table', 'is needed'))
    expect(faults).toEqual({ tide_table: 'is needed' })
    take(new TypeError('away'))
    expect(faults['*']).toContain('does not answer')
    clear()
    expect(faults).toEqual({})
  })

  it('keep what was refused beside what is wrong with it', () => {
    const typed = useFieldErrors()
    expect(typed.shown('price', '500')).toBe('500')
    typed.refuse('price', 'cheap', 'is no number')
    expect([typed.shown('price', '500'), typed.fault('price')]).toEqual(['cheap', 'is no number'])
    typed.accept('price')
    expect(typed.fault('price')).toBe('')
  })

  it('keep what is being typed when an answer comes, and take it over when it is left', async () => {
    const kept = ref('old')
    const host = document.body.appendChild(document.createElement('div'))
    const app = createApp(defineComponent(() => () => withDirectives(h('input'), [[vDraft, kept.value]]))) // prettier-ignore
    app.mount(host)
    const field = host.querySelector('input') as HTMLInputElement
    expect(field.value).toBe('old')
    field.value = 'half ty'
    field.dispatchEvent(new Event('input'))
    kept.value = 'answer'
    await nextTick()
    expect(field.value).toBe('half ty')
    field.dispatchEvent(new Event('change'))
    kept.value = 'new answer'
    await nextTick()
    expect(field.value).toBe('new answer')
    app.unmount()
  })

  it('take the focus when they come onto the screen', () => {
    const host = document.body.appendChild(document.createElement('div'))
    const inner = ref(true)
    const app = createApp(
      defineComponent(() => () => withDirectives(h('div', { tabindex: 0 }, inner.value ? [h('input')] : []), [[vFocused]])), // prettier-ignore
    )
    app.mount(host)
    expect(document.activeElement).toBe(host.querySelector('input'))
    app.unmount()
  })
})
