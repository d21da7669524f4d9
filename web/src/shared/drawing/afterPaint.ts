// What is read first is painted first: drawings follow in the frame after.
import { onScopeDispose, shallowRef, watch, type ShallowRef } from 'vue'

/** What `source` gives, as of the last painted frame; at once while there was nothing before. */
export function afterPaint<T>(source: () => T): Readonly<ShallowRef<T>> {
  const kept = shallowRef(source())
  let frame = 0
  let rest: ReturnType<typeof setTimeout> | undefined
  const follow = () => {
    frame = 0
    kept.value = source()
  }
  watch(source, (now) => {
    if (kept.value === null) kept.value = now
    else if (!frame) frame = requestAnimationFrame(() => (rest = setTimeout(follow)))
  })
  onScopeDispose(() => {
    cancelAnimationFrame(frame)
    clearTimeout(rest)
  })
  return kept
}
