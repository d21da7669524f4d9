<script setup lang="ts">
// A printed link: somebody new chooses a name and a password, or a person another password.
import { onMounted, ref } from 'vue'
import { api, ApiError, NO_ANSWER, unwrap, type LinkSays, type Session } from '@/shared/api/client'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { shortDay } from '@/shared/log/when'

const props = defineProps<{ word: string }>()
usePageTitle(() => 'Come in')
const says = ref<LinkSays | null>(null)
const username = ref('')
const password = ref('')
const faults = ref<Record<string, string>>({})
const params = { path: { word: props.word } }

async function attempt(work: () => Promise<void>): Promise<void> {
  faults.value = {}
  try {
    await work()
  } catch (error) {
    const fault = error instanceof ApiError ? error.fault : null
    const known = fault && ['username', 'password'].includes(fault.field)
    const gone = error instanceof ApiError && error.status === 404
    const message = gone
      ? 'This link was used, or its day is over. Ask for another one.'
      : (fault?.message ?? NO_ANSWER)
    faults.value = { [known ? fault.field : 'page']: message }
  }
}
onMounted(() =>
  attempt(async () => {
    says.value = await unwrap<LinkSays>(api.GET('/api/join/{word}/', { params }))
  }),
)
const use = () =>
  attempt(async () => {
    const body = {
      password: password.value,
      ...(says.value?.kind === 'join' ? { username: username.value.trim() } : {}),
    }
    await unwrap<Session>(api.POST('/api/join/{word}/', { params, body }))
    window.location.assign('/')
  })
</script>

<template>
  <main class="door">
    <h1>Chord</h1>
    <p v-if="faults.page" class="about" role="alert">{{ faults.page }}</p>
    <template v-if="says">
      <p v-if="says.kind === 'join'" class="about">
        {{ says.name }}, you come to {{ says.shop }} as {{ says.role }}. Choose a name to sign in
        with, and a password. The link is open until {{ shortDay(says.ends_at) }}.
      </p>
      <p v-else class="about">
        {{ says.shop }}: another password for {{ says.username }}. All browsers are signed out, and
        a second factor is turned off.
      </p>
      <form @submit.prevent="use">
        <v-text-field
          v-if="says.kind === 'join'"
          v-model="username"
          label="Name"
          autocomplete="username"
          :error-messages="faults.username"
        />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          autocomplete="new-password"
          :error-messages="faults.password"
        />
        <v-btn type="submit">Come in</v-btn>
      </form>
    </template>
  </main>
</template>

<style scoped src="@/shared/theme/door.css"></style>
