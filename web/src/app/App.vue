<script setup lang="ts">
import { onMounted, ref, watchEffect } from 'vue'
import { useTheme } from 'vuetify'
import SignIn from './SignIn.vue'
import Weaves from './Weaves.vue'
import { useSession } from '@/shared/shell/session'

const { ended, night, session, load } = useSession()
const theme = useTheme()
watchEffect(() => theme.change(night.value ? 'night' : 'shop'))
const fault = ref('')

onMounted(async () => {
  try {
    await load()
  } catch {
    fault.value = 'The server does not answer. Is ./chord start running?'
  }
})
</script>

<template>
  <v-app>
    <main v-if="fault" class="away" role="alert">{{ fault }}</main>
    <router-view v-else-if="$route.name === 'join'" />
    <template v-else-if="session?.signed_in">
      <Weaves /><router-view />
      <div
        v-if="ended"
        class="over-page"
        role="dialog"
        aria-modal="true"
        aria-label="Sign in again"
      >
        <SignIn again />
      </div>
    </template>
    <SignIn v-else-if="session" />
  </v-app>
</template>

<style scoped>
.over-page {
  position: fixed;
  inset: 0;
  z-index: 3000;
  overflow-y: auto;
  background: color-mix(in srgb, var(--ink) 45%, transparent);
}
.away {
  margin: 20vh auto;
  font: 20px var(--serif);
}
</style>
