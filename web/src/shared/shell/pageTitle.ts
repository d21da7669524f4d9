// The title of the page names what is open.
import { watchEffect } from 'vue'

/** Keep the page's title at what `of` says while the place is there. */
export function usePageTitle(of: () => string): void {
  watchEffect(() => {
    document.title = `${of()} – Chord`
  })
}
