// What a break gives today, how old that is, and the days that are marked on its map.
import { computed, type Ref } from 'vue'
import type { Fitting } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import { faceSays, marksOf, type DayMark } from '@/shared/units/waveMap'
import { useWater } from './waterState'

/** `mine` is the ticket in hand if it is for this break, `name` that of its surfer. */
export function useToday(mine: Ref<Fitting | null>, name: Ref<string>) {
  const { words, units, faces } = useSession()
  const { water: said, body } = useTicket()
  const { water, place } = useWater()
  const marks = computed<DayMark[]>(() => {
    const whose = mine.value && name.value ? `${name.value}’s ` : ''
    const of = place.value
    if (!water.gives || of?.kind !== 'sea') return []
    const remembered = mine.value ? said.value : of
    return marksOf(water.gives, remembered.steepness ?? of.steepness ?? 'average', whose)
  })
  const age = computed(() => {
    const hours = water.now?.age_h
    if (hours === null || hours === undefined) return ''
    if (hours < 2) return `${Math.round(hours * 60)} min`
    return hours < 48 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`
  })
  const today = computed(() => {
    const now = water.now
    if (!now?.fresh || place.value?.kind !== 'sea') return ''
    if (now.face_m === null) return 'Today: the buoy says too little.'
    const face = faceSays(now.face_m, words.value, body.value, units.value, faces.value)
    return `Today: ${face}${now.steepness ? `, ${now.steepness}` : ''}, ${age.value} ago.`
  })
  return { marks, today, age }
}
