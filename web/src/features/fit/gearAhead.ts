// What goes with the boards that may be put on the bench next: asked for while one reads, so that it is shown at
// once. What the server answers along with the change is shown over it.
import { computed, markRaw, onBeforeUnmount, watch } from 'vue'
import { api, unwrap, type Fitting, type Gear } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'
import { useBoardDetails } from './boardDetails'
import { pointed } from './pointed'
import { useStripPlaces } from './stripPlaces'

/** How long one reads before more is asked for, and for how many boards of the strip. */
const [REST_MS, AHEAD] = [150, 8]

/** All of a ticket on which the answer depends, but for the board on the bench. */
function said(fitting: Fitting): string {
  return JSON.stringify([fitting.id, fitting.facts, fitting.water, fitting.gear])
}

/** Keeps the answers for the boards ahead while the face is looked at. */
export function useGearAhead() {
  const { state, answer } = useTicket()
  const { closer } = useBoardDetails()
  const { places } = useStripPlaces()
  const kept = new Map<number, Gear>()
  let [of, ended] = ['', false]
  let resting: ReturnType<typeof setTimeout> | undefined
  onBeforeUnmount(() => {
    ended = true
    clearTimeout(resting)
  })

  /** The board that was put on the bench and is not answered yet, where nothing else was changed. */
  const coming = computed(() => {
    const names = Object.keys(state.ahead ?? {})
    return names.length === 1 && names[0] === 'bench_id' ? (state.ahead?.bench_id ?? null) : null
  })
  const ahead = computed(() => (coming.value === null ? null : (kept.get(coming.value) ?? null)))

  function next(): number | undefined {
    const first = places.value.slice(0, AHEAD).map((place) => place.board.id)
    const ids = pointed.value === null ? first : [pointed.value, ...first]
    return ids.find((id) => !kept.has(id))
  }

  async function ask(): Promise<void> {
    const fitting = state.fitting
    const id = next()
    if (ended || !fitting || state.ahead || id === undefined) return
    const params = { path: { id: fitting.id }, query: { board: id } }
    const found = await unwrap<Gear | undefined>(api.GET('/api/fittings/{id}/gear/', { params }))
    // Something was changed meanwhile: it is begun anew once that is answered.
    if (!found || !state.fitting || said(state.fitting) !== of) return
    kept.set(id, markRaw(found) as Gear)
    await ask()
  }

  function rest(): void {
    clearTimeout(resting)
    resting = setTimeout(() => void ask().catch(() => undefined), REST_MS)
  }

  watch(
    () => closer.gear,
    (gear) => {
      const fitting = state.fitting
      if (!gear?.gear || !fitting || gear.version !== fitting.version) return
      if (said(fitting) !== of) kept.clear()
      of = said(fitting)
      const lying = answer.value?.bench?.id
      if (lying) kept.set(lying, gear)
      rest()
    },
    { immediate: true },
  )
  watch(pointed, rest)
  return { ahead, coming }
}
