// What somebody's role does not let them do is not offered: `v-may` hides a button, `v-may:only-read` leaves a
// part of the page to be read. The server refuses it besides (accounts/rights.py).
import { watchEffect, type Directive, type WatchStopHandle } from 'vue'
import type { Session } from '@/shared/api/client'
import { useSession } from './session'

export type Right = Session['rights'][number]

const { session } = useSession()
/** Whether who is signed in may do something. */
export const may = (right: Right): boolean => session.value?.rights.includes(right) ?? false

declare module 'vue' {
  interface GlobalDirectives {
    vMay: Directive<HTMLElement, Right>
  }
}

const watching = new WeakMap<HTMLElement, WatchStopHandle>()

/** `v-may="right"`: hidden without it; `v-may:only-read="right"`: shown, and not to be changed. */
export const vMay: Directive<HTMLElement, Right> = {
  mounted(element, { value, arg }) {
    watching.set(
      element,
      watchEffect(() => {
        const free = may(value)
        if (arg === 'only-read') element.inert = !free
        else element.style.display = free ? '' : 'none'
      }),
    )
  },
  unmounted: (element) => watching.get(element)?.(),
}
