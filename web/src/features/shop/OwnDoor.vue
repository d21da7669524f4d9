<script setup lang="ts">
// One's own sign-in: the password, the second factor, where one is signed in.
import { onMounted, ref } from 'vue'
import {
  api,
  ApiError,
  NO_ANSWER,
  unwrap,
  useToken,
  type Session,
  type SignedIn,
} from '@/shared/api/client'
import { clock, shortDay } from '@/shared/log/when'
import { browserName } from './browserName'
import SecondFactor from './SecondFactor.vue'

const old = ref('')
const fresh = ref('')
const changed = ref(false)
const faults = ref<Record<string, string>>({})
const browsers = ref<SignedIn['browsers']>([])

async function attempt(work: () => Promise<void>): Promise<void> {
  faults.value = {}
  try {
    await work()
  } catch (error) {
    const fault = error instanceof ApiError ? error.fault : null
    faults.value = { [fault?.field ?? 'page']: fault?.message ?? NO_ANSWER }
  }
}
async function list(): Promise<void> {
  browsers.value = (await unwrap<SignedIn>(api.GET('/api/me/signed-in/'))).browsers
}
onMounted(() => attempt(list))

const change = () =>
  attempt(async () => {
    changed.value = false
    const body = { old: old.value, new: fresh.value }
    const session = await unwrap<Session>(api.POST('/api/me/password/', { body }))
    // The session is another now, and so is its token.
    useToken(session.token)
    old.value = fresh.value = ''
    changed.value = true
    await list()
  })
const end = (id: number) =>
  attempt(async () => {
    const params = { path: { id } }
    browsers.value = (
      await unwrap<SignedIn>(api.DELETE('/api/me/signed-in/{id}/', { params }))
    ).browsers
  })
const endAll = () =>
  attempt(async () => {
    browsers.value = (await unwrap<SignedIn>(api.DELETE('/api/me/signed-in/'))).browsers
  })
</script>

<template>
  <section class="face" aria-label="Your sign-in" tabindex="0">
    <p v-if="faults.page" class="fault" role="alert">{{ faults.page }}</p>
    <h2>Password</h2>
    <form aria-label="Password" @submit.prevent="change">
      <label
        >now
        <input v-model="old" type="password" required autocomplete="current-password" />
      </label>
      <label
        >from now on
        <input v-model="fresh" type="password" required autocomplete="new-password" />
      </label>
      <button type="submit" class="plain link">change it</button>
      <span v-if="changed" role="status">Changed; other browsers are signed out.</span>
      <span v-if="faults.old || faults.new" class="fault" role="alert"
        >{{ faults.old || faults.new }}
      </span>
    </form>
    <SecondFactor />
    <h2>Where you are signed in</h2>
    <ul aria-label="Browsers">
      <li v-for="one in browsers" :key="one.id">
        {{ browserName(one.browser) }}, since {{ shortDay(one.began_at) }}, last used
        {{ shortDay(one.seen_at) }}, {{ clock(new Date(one.seen_at)) }}
        <b v-if="one.here">this one</b>
        <button v-else type="button" class="plain link" @click="end(one.id)">sign out there</button>
      </li>
    </ul>
    <button v-if="browsers.length > 1" type="button" class="plain link" @click="endAll">
      sign out everywhere but here
    </button>
  </section>
</template>

<style scoped src="./faces.css"></style>
