// The kind of board of which litres and windows speak: one at a time on the whole screen, so that no two
// bands are asked for at once.
import { computed, ref } from 'vue'
import { useTicket } from '@/shared/state/ticket'

/** The kind that was picked, and for which ticket and kind of board on the bench. */
const picked = ref<{ for: string; family: string } | null>(null)

/** The kind that is spoken of: picked, else that of the board on the bench, else the one that leads. */
export function useKind() {
  const { answer, fitting } = useTicket()
  const onBench = computed(() => answer.value?.bench?.board.family)
  const asked = computed(() => `${fitting.value?.id} ${onBench.value}`)
  const kinds = computed(() => answer.value?.size.families ?? [])
  const family = computed(() => {
    const chosen = picked.value?.for === asked.value ? picked.value.family : onBench.value
    return (kinds.value.find((kind) => kind.family === chosen) ?? kinds.value[0])?.family ?? null
  })
  const kind = computed(() => kinds.value.find((row) => row.family === family.value) ?? null)
  const pick = (name: string): void => {
    picked.value = { for: asked.value, family: name }
  }
  return { family, kind, pick }
}
