// Who is signed in, and the words and units that all screens use.
import { computed, reactive, ref, watchEffect } from 'vue'
import {
  api,
  leavePage,
  onSessionLost,
  stayOnPage,
  unwrap,
  useToken,
  type Session,
  type Words,
} from '@/shared/api/client'
import type { FacesAs, Masses, Units } from '@/shared/units/units'

const state = reactive<{ session: Session | null; words: Words | null; ended: boolean }>({
  session: null,
  words: null,
  ended: false,
})

/** Who signs in again over a page goes on with it; somebody of another shop gets a page of their own. */
async function take(session: Session): Promise<void> {
  useToken(session.token)
  if (state.ended && session.signed_in) {
    if (session.shop !== state.session?.shop) return window.location.assign('/')
    state.ended = false
  }
  if (session.signed_in && !state.words) state.words = await unwrap<Words>(api.GET('/api/words/'))
  state.session = session
}

/** What the page keeps of a shop, and all that it still asks for, goes with the page. */
async function signOut(): Promise<void> {
  leavePage()
  try {
    await unwrap<Session>(api.DELETE('/api/session/'))
  } catch (error) {
    stayOnPage()
    throw error
  }
  // Pages that were kept for the beach go too; sessions that are not sent yet stay.
  if ('caches' in window) for (const name of await caches.keys()) await caches.delete(name)
  window.location.assign('/')
}

/** Resolves when nobody is in the middle of a word: at once, or when the field is left or no key came for a
 * while. A door that opened over a half typed number would keep the half. */
function betweenWords(): Promise<void> {
  const QUIET_MS = 5000
  const at = document.activeElement
  if (!(at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement))
    return Promise.resolve()
  return new Promise((resolve) => {
    const over = () => {
      window.clearTimeout(quiet)
      at.removeEventListener('blur', over)
      at.removeEventListener('keydown', again)
      resolve()
    }
    let quiet = window.setTimeout(over, QUIET_MS)
    const again = () => {
      window.clearTimeout(quiet)
      quiet = window.setTimeout(over, QUIET_MS)
    }
    at.addEventListener('blur', over)
    at.addEventListener('keydown', again)
  })
}

let asking = false

/** Whether the session ended, or only the page's token is too old. */
async function check(): Promise<void> {
  if (asking || !state.session?.signed_in) return
  asking = true
  try {
    const session = await unwrap<Session>(api.GET('/api/session/'))
    useToken(session.token)
    if (!session.signed_in) await betweenWords()
    state.ended = !session.signed_in
  } catch {
    // A server that is away is said by whoever asked it.
  } finally {
    asking = false
  }
}
onSessionLost(() => void check())

const NIGHT = 'chord-night'
const night = ref(window.localStorage.getItem(NIGHT) === 'yes')
watchEffect(() => {
  document.documentElement.dataset.theme = night.value ? 'night' : 'day'
})

/** The session of this browser. */
export function useSession() {
  return {
    session: computed(() => state.session),
    words: computed(() => state.words),
    units: computed<Units>(() => state.session?.units ?? 'imperial'),
    masses: computed<Masses>(() => state.session?.masses ?? 'kg'),
    faces: computed<FacesAs>(() => state.session?.faces ?? 'words'),
    load: async () => take(await unwrap<Session>(api.GET('/api/session/'))),
    signIn: async (username: string, password: string, code?: string) =>
      take(
        await unwrap<Session>(api.POST('/api/session/', { body: { username, password, code } })),
      ),
    openDemo: async () => take(await unwrap<Session>(api.POST('/api/session/demo/'))),
    signOut,
    /** Whether the session ended while the page stayed: the door opens over it. */
    ended: computed(() => state.ended),
    /** Whether the screen is dark; kept in this browser. */
    night,
    atNight(dark: boolean): void {
      night.value = dark
      window.localStorage.setItem(NIGHT, dark ? 'yes' : 'no')
    },
    prefer: async (choice: { units?: Units; masses?: Masses; faces?: FacesAs }) =>
      take(await unwrap<Session>(api.PATCH('/api/me/', { body: choice }))),
  }
}
