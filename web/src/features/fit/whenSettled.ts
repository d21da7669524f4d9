// What is asked for only once a ticket's answer has stood for a while.
import { watch } from 'vue'
import { useTicket } from '@/shared/state/ticket'

/** Ask whenever the answer has stood for so long [ms]; what cannot be had is not had. */
export function whenSettled(rest: number, ask: (id: number) => Promise<void>): void {
  const { fitting, fresh, answer } = useTicket()
  let waiting: ReturnType<typeof setTimeout> | undefined
  watch(
    () => [fitting.value?.id, fitting.value?.version, fresh.value],
    () => {
      clearTimeout(waiting)
      const id = fitting.value?.id
      if (!id || !fresh.value || answer.value?.size.missing?.length) return
      waiting = setTimeout(() => void ask(id).catch(() => undefined), rest)
    },
    { immediate: true },
  )
}
