// People of the shop, links that are open, and what is done to them.
import { markRaw, reactive } from 'vue'
import { api, failureText, unwrap, type LinkOut, type People, type Role } from '@/shared/api/client'

const state = reactive({
  people: null as People | null,
  /** The last link that was made: said once, gone with the page. */
  link: null as LinkOut | null,
  fault: '',
})

async function ask(call: Promise<People>): Promise<boolean> {
  try {
    state.people = markRaw(await call)
    state.fault = ''
    return true
  } catch (error) {
    state.fault = failureText(error)
    return false
  }
}

async function made(call: Promise<LinkOut>): Promise<boolean> {
  return ask(
    call.then((link) => {
      state.link = link
      return link.people
    }),
  )
}

const of = (id: number) => ({ params: { path: { id } } })

/** People of the shop. */
export function usePeople() {
  return {
    state,
    load: () => ask(unwrap<People>(api.GET('/api/shop/people/'))),
    invite: (name: string, role: Role) =>
      made(unwrap<LinkOut>(api.POST('/api/shop/invitations/', { body: { name, role } }))),
    reset: (id: number) => made(unwrap<LinkOut>(api.POST('/api/shop/people/{id}/reset/', of(id)))),
    closeLink: (id: number) =>
      ask(unwrap<People>(api.DELETE('/api/shop/invitations/{id}/', of(id)))),
    changeRole: (id: number, role: Role) =>
      ask(unwrap<People>(api.PATCH('/api/shop/people/{id}/', { ...of(id), body: { role } }))),
    letGo: (id: number) => ask(unwrap<People>(api.DELETE('/api/shop/people/{id}/', of(id)))),
    forgetLink(): void {
      state.link = null
    },
  }
}

/** What each role is called, in the order in which they are chosen. */
export const ROLES: readonly { value: Role; says: string }[] = [
  { value: 'owner', says: 'owner' },
  { value: 'advisor', says: 'advisor' },
  { value: 'coach', says: 'coach' },
  { value: 'counter', says: 'counter' },
]
