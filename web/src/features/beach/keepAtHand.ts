// Makes the beach page one that can be put on a phone's screen and opens without a connection.
const WORKER = '/beach/worker.js'
const MANIFEST = '/static/beach.webmanifest'

/** What the page was made of until now: its parts, and the answers that it began with. */
function parts(): string[] {
  const entries = performance.getEntriesByType('resource').map((one) => new URL(one.name))
  const own = entries.filter((one) => one.origin === window.location.origin)
  return ['/beach/', ...new Set(own.map((one) => one.pathname))].filter((path) =>
    /^\/(beach\/$|static\/|api\/(session|words|fittings\/\d+\/log)\/$)/.test(path),
  )
}

/** Keep this page at hand; resolves with whether it is. */
export async function keepAtHand(): Promise<boolean> {
  if (!document.querySelector('link[rel=manifest]')) {
    const link = document.createElement('link')
    Object.assign(link, { rel: 'manifest', href: MANIFEST })
    document.head.append(link)
  }
  if (!('serviceWorker' in navigator)) return false
  try {
    await navigator.serviceWorker.register(WORKER)
    const { active } = await navigator.serviceWorker.ready
    if (!active) return false
    const kept = new Promise<boolean>((resolve) => {
      navigator.serviceWorker.addEventListener('message', () => resolve(true), { once: true })
    })
    active.postMessage({ keep: parts() })
    return await kept
  } catch {
    // A browser that keeps no pages still keeps the sessions.
    return false
  }
}
