// The keyboard map of the Fit place.
import { onBeforeUnmount, onMounted } from 'vue'

export interface KeyActions {
  card(digit: number): void
  reader(first: string): void
  handle(): void
  rack(): void
  blank(): void
  walk(by: number): void
  undo(): void
  redo(): void
  help(): void
  face(): void
  whyNot(): void
  customer(): void
  print(): void
}

function typingSomewhere(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null
  return !!target?.closest(
    'input, textarea, select, [contenteditable], [role=dialog], [role=listbox], .v-overlay--active, .customer',
  )
}

function withAlt(event: KeyboardEvent, act: KeyActions): boolean {
  const digit = /^Digit([1-5])$/.exec(event.code)
  if (digit) act.card(Number(digit[1]))
  else if (event.code === 'KeyL') act.handle()
  else if (event.code === 'KeyR') act.rack()
  else if (event.code === 'KeyN') act.blank()
  else if (event.code === 'KeyB') act.face()
  else if (event.code === 'KeyW') act.whyNot()
  else if (event.code === 'KeyC') act.customer()
  else if (event.code === 'KeyP') act.print()
  else if (event.key === 'ArrowLeft') act.walk(-1)
  else if (event.key === 'ArrowRight') act.walk(1)
  else return false
  return true
}

function handled(event: KeyboardEvent, act: KeyActions): boolean {
  if (event.altKey && !event.ctrlKey && !event.metaKey) return withAlt(event, act)
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    if (event.shiftKey) act.redo()
    else act.undo()
    return true
  }
  if (event.ctrlKey || event.metaKey || typingSomewhere(event)) return false
  if (event.key === '?') act.help()
  else if (event.key === '/') act.reader('')
  else if (event.key.length === 1 && /[\p{L}\p{N}]/u.test(event.key)) act.reader(event.key)
  else return false
  return true
}

/** Listen to the keys of the place while it is there. */
export function useKeys(act: KeyActions): void {
  const listen = (event: KeyboardEvent) => {
    if (!event.defaultPrevented && handled(event, act)) event.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', listen))
  onBeforeUnmount(() => window.removeEventListener('keydown', listen))
}
