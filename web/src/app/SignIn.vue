<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue'
import { ApiError, failureText } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'

defineProps<{ again?: boolean }>()
const { session, signIn, openDemo } = useSession()
const username = ref('')
const password = ref('')
/** Figures of the second factor, once they are asked for. */
const code = ref<string>()
const fault = ref('')
const first = ref<{ focus: () => void } | null>(null)
const second = ref<{ focus: () => void } | null>(null)
// Not by the attribute: over a page that has a focused field the browser refuses it.
onMounted(() => first.value?.focus())

async function attempt(work: () => Promise<void>): Promise<void> {
  fault.value = ''
  try {
    await work()
  } catch (error) {
    fault.value = failureText(error)
    if (!(error instanceof ApiError) || error.fault.field !== 'code') return
    code.value = ''
    await nextTick()
    second.value?.focus()
  }
}
</script>

<template>
  <main class="door">
    <h1>Chord</h1>
    <p v-if="again" class="about" role="status">
      The session ended. Sign in again: what you typed is kept and is saved then.
    </p>
    <p v-else class="about">A board for this surfer, and the waves they really get.</p>
    <form @submit.prevent="attempt(() => signIn(username, password, code))">
      <v-text-field ref="first" v-model="username" label="Name" autocomplete="username" />
      <v-text-field
        v-model="password"
        label="Password"
        type="password"
        autocomplete="current-password"
        :error-messages="code === undefined ? fault : ''"
      />
      <v-text-field
        v-if="code !== undefined"
        ref="second"
        v-model="code"
        label="Figures of your app"
        autocomplete="one-time-code"
        :error-messages="fault"
      />
      <div class="doors">
        <v-btn type="submit">Sign in</v-btn>
        <v-btn v-if="session?.demo_available" variant="text" @click="attempt(openDemo)">
          Open the demo shop
        </v-btn>
      </div>
    </form>
  </main>
</template>

<style scoped src="@/shared/theme/door.css"></style>
<style scoped>
.doors {
  display: flex;
  gap: 8px;
  margin-top: 22px;
}
</style>
