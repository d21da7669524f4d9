// The text of a plain field: what is kept, unless one is typing there. `:value` is written anew at every redraw,
// so that an answer which comes meanwhile would wipe out what is half typed.
import type { Directive } from 'vue'

const typing = new WeakSet<Element>()

/** `v-draft="text"` in place of `:value="text"` where people type and take it with `@change`. */
export const vDraft: Directive<HTMLInputElement, string> = {
  beforeMount(field, { value }) {
    field.value = value
    field.addEventListener('input', () => typing.add(field))
    for (const end of ['change', 'blur']) field.addEventListener(end, () => typing.delete(field))
  },
  updated(field, { value }) {
    if (!typing.has(field) && field.value !== value) field.value = value
  },
}
