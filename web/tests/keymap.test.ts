import { describe, expect, it } from 'vitest'
import { FIT_KEYS } from '@/features/fit/keymap'
import { RACK_KEYS } from '@/features/rack/keymap'
import { WATER_KEYS } from '@/features/water/keymap'
import { actionOf, keyName } from '@/shared/keys/keymap'

const press = (key: string, more: KeyboardEventInit = {}, at: Element = document.body) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, ...more })
  at.dispatchEvent(event)
  return event
}

describe('keys', () => {
  it('are named by their place with Alt, by their sign else', () => {
    expect(keyName(press('@', { altKey: true, code: 'KeyL' }))).toBe('Alt+KeyL')
    expect(keyName(press('Z', { ctrlKey: true, shiftKey: true }))).toBe('Ctrl+Shift+z')
    expect(keyName(press('z', { metaKey: true }))).toBe('Ctrl+z')
    expect(keyName(press('?'))).toBe('?')
    expect(keyName(press('ArrowLeft', { altKey: true }))).toBe('Alt+ArrowLeft')
  })

  it('do what the map says', () => {
    expect(actionOf(FIT_KEYS, press('n', { altKey: true, code: 'KeyN' }))).toBe('blank')
    expect(actionOf(FIT_KEYS, press('3', { altKey: true, code: 'Digit3' }))).toBe('card')
    expect(actionOf(FIT_KEYS, press('/'))).toBe('search')
    expect(actionOf(FIT_KEYS, press('é'))).toBe('reader')
    expect(actionOf(FIT_KEYS, press('F5'))).toBeNull()
    expect(actionOf(FIT_KEYS, press('Z', { ctrlKey: true, shiftKey: true }))).toBe('redo')
    expect(actionOf(RACK_KEYS, press('g'))).toBe('byLength')
    expect(actionOf(RACK_KEYS, press('x'))).toBeNull()
    expect(actionOf(WATER_KEYS, press('9'))).toBe('choose')
  })

  it('leave who types alone, but for those with Alt or Ctrl', () => {
    const field = document.body.appendChild(document.createElement('input'))
    expect(actionOf(FIT_KEYS, press('?', {}, field))).toBeNull()
    expect(actionOf(WATER_KEYS, press('d', {}, field))).toBeNull()
    expect(actionOf(FIT_KEYS, press('z', { ctrlKey: true }, field))).toBe('undo')
    field.remove()
  })

  it.each([
    ['fit', FIT_KEYS],
    ['rack', RACK_KEYS],
    ['water', WATER_KEYS],
  ])('every key of %s stands once, with what it does', (_, rows) => {
    const keys = rows.flatMap((row) => Object.keys(row.on ?? {}))
    expect(new Set(keys).size).toBe(keys.length)
    expect(rows.every((row) => row.shown && row.says)).toBe(true)
    expect(rows.at(-1)?.on).toEqual({ '?': 'help' })
  })
})
