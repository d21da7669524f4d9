// The first board that is marked to lie beside the one on the bench, drawn: as far as the comparison stands.
import { computed } from 'vue'
import { useBoardDetails } from './boardDetails'
import { useRackFilters } from './rackFilters'
import { useTicket } from '@/shared/state/ticket'

/** Its name and curves; null while none is marked or the comparison is of another version. */
export function useBeside() {
  const { closer } = useBoardDetails()
  const { strip } = useRackFilters()
  const { version } = useTicket()
  return computed(() => {
    const found = closer.compared
    const curves = found?.curves[1]
    if (!strip.beside.length || !curves || found.version !== version.value) return null
    return { name: found.names[1] ?? '', curves }
  })
}
