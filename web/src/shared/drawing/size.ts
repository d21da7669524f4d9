// The size of an element in pixels, followed as it changes: drawings whose letters keep their size need it.
import { onBeforeUnmount, reactive, watch, type Ref } from 'vue'

/** Width and height of an element [px]; those given until it is there. */
export function useSize(element: Ref<Element | null>, first: { width: number; height: number }) {
  const size = reactive({ ...first })
  const seen = new ResizeObserver(([entry]) => {
    const box = entry?.contentRect
    if (box && box.width > 40 && box.height > 40)
      Object.assign(size, { width: Math.round(box.width), height: Math.round(box.height) })
  })
  watch(element, (now, before) => {
    if (before) seen.unobserve(before)
    if (now) seen.observe(now)
  })
  onBeforeUnmount(() => seen.disconnect())
  return size
}
