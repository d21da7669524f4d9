// What the break of the ticket in hand really gives, where something is measured there.
import { markRaw, ref, shallowRef, watch } from 'vue'
import { api, told, type Gives } from '../api/client'
import { useTicket } from './ticket'

const real = shallowRef<Gives | null>(null)
const asked = ref<number | null>(null)

/** It is asked for when the windows stand, so that it never holds an answer up. */
export function useReal() {
  const { fitting, fresh } = useTicket()
  watch(
    () => [fitting.value?.break_id ?? null, fresh.value] as const,
    async ([id, ready]) => {
      if (id === asked.value || (id !== null && !ready)) return
      asked.value = id
      real.value = null
      if (id === null) return
      const path = { params: { path: { id } } }
      const found = await told<Gives>(api.GET('/api/breaks/{id}/gives/', path)).catch(() => null)
      if (asked.value === id) real.value = found && markRaw(found)
    },
    { immediate: true },
  )
  return real
}
