// Who is signed in, and the words and units that all screens use.
import { computed, reactive } from 'vue'
import { api, leavePage, stayOnPage, told, useToken, type Session, type Words } from '../api/client'
import type { FacesAs, Masses, Units } from '../units'

const state = reactive<{ session: Session | null; words: Words | null }>({
  session: null,
  words: null,
})

async function take(session: Session): Promise<void> {
  useToken(session.token)
  if (session.signed_in && !state.words) state.words = await told<Words>(api.GET('/api/words/'))
  state.session = session
}

/** What the page keeps of a shop, and all that it still asks for, goes with the page. */
async function signOut(): Promise<void> {
  leavePage()
  try {
    await told<Session>(api.DELETE('/api/session/'))
  } catch (error) {
    stayOnPage()
    throw error
  }
  window.location.assign('/')
}

/** The session of this browser. */
export function useSession() {
  return {
    session: computed(() => state.session),
    words: computed(() => state.words),
    units: computed<Units>(() => state.session?.units ?? 'imperial'),
    masses: computed<Masses>(() => state.session?.masses ?? 'kg'),
    faces: computed<FacesAs>(() => state.session?.faces ?? 'words'),
    load: async () => take(await told<Session>(api.GET('/api/session/'))),
    signIn: async (username: string, password: string) =>
      take(await told<Session>(api.POST('/api/session/', { body: { username, password } }))),
    openDemo: async () => take(await told<Session>(api.POST('/api/session/demo/'))),
    signOut,
    prefer: async (choice: { units?: Units; masses?: Masses; faces?: FacesAs }) =>
      take(await told<Session>(api.PATCH('/api/me/', { body: choice }))),
  }
}
