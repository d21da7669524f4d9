// `v-focused`: takes the focus when it comes onto the screen, wherever the focus was; the attribute that
// browsers know does so only where nothing has it yet.
import type { ObjectDirective } from 'vue'

export const vFocused: ObjectDirective<HTMLElement> = {
  mounted(element) {
    const inner = element.querySelector<HTMLElement>('input:not([type=hidden]), textarea')
    ;(inner ?? element).focus()
  },
}
