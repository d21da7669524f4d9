// Keeps the focus where it was when a list puts its elements in another order: a moved element lets go of it.
import { onBeforeUpdate, onUpdated, type Ref } from 'vue'

/** While the focus is in `box`, it stays there through redraws: on the element that `selector` names then. */
export function useHeldFocus(box: Ref<HTMLElement | null>, selector: string): void {
  let inside = false
  onBeforeUpdate(() => (inside = !!box.value?.contains(document.activeElement)))
  onUpdated(() => {
    if (!inside || box.value?.contains(document.activeElement)) return
    box.value?.querySelector<HTMLElement>(selector)?.focus({ preventScroll: true })
  })
}
