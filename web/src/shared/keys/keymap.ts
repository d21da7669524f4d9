// The keys of a place, once: what a key does, and what the list on ? says of it.
import { useEventListener } from '@vueuse/core'

/** A row of the list. `on` names the keys that the place itself listens to, with what each does; the others
 * belong to a part that has the focus. Keys are written `Alt+KeyN` (by their place on the keyboard), `Ctrl+z`,
 * `Ctrl+Shift+z`, or as they print; `letter` stands for any letter or figure. */
export interface KeyRow<Action extends string = string> {
  shown: string
  says: string
  on?: Record<string, Action>
}

export type KeyActions<Action extends string> = Record<Action, (event: KeyboardEvent) => unknown>

const TYPING =
  'input, textarea, select, [contenteditable], [role=dialog], [role=listbox], .v-overlay--active, .customer'

/** How a key is written in a keymap. */
export function keyName(event: KeyboardEvent): string {
  if (event.ctrlKey || event.metaKey)
    return `Ctrl+${event.shiftKey ? 'Shift+' : ''}${event.key.toLowerCase()}`
  return event.altKey ? `Alt+${event.code || event.key}` : event.key
}

/** What a key does in a place; null where it does nothing there, or somebody is typing. */
export function actionOf<Action extends string>(
  rows: readonly KeyRow<Action>[],
  event: KeyboardEvent,
): Action | null {
  const name = keyName(event)
  const plain = !event.ctrlKey && !event.metaKey && !event.altKey
  if (plain && (event.target as HTMLElement | null)?.closest?.(TYPING)) return null
  const found = rows.find((row) => row.on?.[name])?.on?.[name]
  if (found) return found
  const letter = plain && event.key.length === 1 && /[\p{L}\p{N}]/u.test(event.key)
  return (letter ? rows.find((row) => row.on?.letter)?.on?.letter : undefined) ?? null
}

/** Listen to the keys of a place while it is there. */
export function useKeymap<Action extends string>(
  rows: readonly KeyRow<Action>[],
  actions: KeyActions<Action>,
): void {
  useEventListener(window, 'keydown', (event) => {
    if (event.defaultPrevented) return
    const action = actionOf(rows, event)
    if (!action) return
    event.preventDefault()
    actions[action](event)
  })
}
