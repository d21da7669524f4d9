// Keeps the focus where it was when a list puts its elements in another order: a moved element lets go of it,
// or takes it along to its new place.
import { onBeforeUpdate, onUpdated, type Ref } from 'vue'

/** While the focus is on an `item` of `box`, it stays through redraws on the one that can be tabbed to. */
export function useRovingFocus(box: Ref<HTMLElement | null>, item: string): void {
  let inside = false
  onBeforeUpdate(() => {
    const now = document.activeElement
    inside = !!now && !!box.value?.contains(now) && now.matches(item)
  })
  onUpdated(() => {
    const now = document.activeElement
    const elsewhere = now && now !== document.body && !box.value?.contains(now)
    if (!inside || elsewhere || now?.matches(`${item}[tabindex="0"]`)) return
    box.value?.querySelector<HTMLElement>(`${item}[tabindex="0"]`)?.focus({ preventScroll: true })
  })
}
