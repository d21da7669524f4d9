// Walking along the wall by keys: rows, places, and the boards of a sheaf.
import { computed, nextTick, ref, type Ref } from 'vue'
import type { Wall } from './wall'

interface Says {
  open(id: number): void
  look(id: number | null, x: number, y: number): void
  mark(id: number): void
}

/** Arrows walk, Enter opens, + or c marks.
 *
 * `need` fetches the boards of a sheaf that come into sight; `say` is told where the hand is. */
export function useWallWalk(
  frame: Ref<HTMLElement | null>,
  wall: Ref<Wall>,
  need: (ids: readonly number[]) => Promise<void>,
  say: Says,
) {
  const at = ref({ row: 0, place: 0, of: 0 })
  const current = computed(() => {
    const row = wall.value.rows[at.value.row]
    return row?.places[at.value.place]
  })

  function look(row: number, place: number): void {
    at.value = { row, place, of: 0 }
    const hung = wall.value.rows[row]
    const here = hung?.places[place]
    if (hung && here) say.look(here.ids[0] ?? null, here.x, hung.floor)
  }

  async function focus(row: number, place: number): Promise<void> {
    look(row, place)
    await nextTick()
    frame.value?.querySelector<SVGElement>('.stand[tabindex="0"]')?.focus()
  }

  function nearest(row: number, x: number): number {
    const places = wall.value.rows[row]?.places ?? []
    return places.reduce(
      (best, place, i) => (Math.abs(place.x - x) < Math.abs((places[best]?.x ?? 0) - x) ? i : best),
      0,
    )
  }

  /** Left and right along the row and through a sheaf, up and down to what hangs nearest. */
  function walk(key: string): void {
    const { row, place, of } = at.value
    const here = current.value
    if (!here) return
    if (key === 'ArrowRight' && of + 1 < here.ids.length) return turn(of + 1)
    if (key === 'ArrowLeft' && of > 0) return turn(of - 1)
    const many = wall.value.rows[row]?.places.length ?? 0
    if (key === 'ArrowRight' && place + 1 < many) void focus(row, place + 1)
    if (key === 'ArrowLeft' && place > 0) void focus(row, place - 1)
    const next = row + (key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0)
    if (next !== row && wall.value.rows[next]) void focus(next, nearest(next, here.x))
  }

  function turn(of: number): void {
    at.value.of = of
    const hung = wall.value.rows[at.value.row]
    const here = current.value
    if (!hung || !here) return
    void need(here.ids)
    say.look(here.ids[of] ?? null, here.x, hung.floor)
  }

  function keyed(event: KeyboardEvent): void {
    if (event.altKey || event.ctrlKey || event.metaKey) return
    const id = current.value?.ids[at.value.of]
    if (event.key.startsWith('Arrow')) walk(event.key)
    else if (id && event.key === 'Enter') say.open(id)
    else if (id && (event.key === '+' || event.key === 'c')) say.mark(id)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return { at, look, keyed }
}
