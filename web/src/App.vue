<script setup lang="ts">
import { onMounted, ref } from 'vue'
import FitPlace from './places/fit/FitPlace.vue'
import SignIn from './places/SignIn.vue'
import { useSession } from './state/session'

const { session, load } = useSession()
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
    <FitPlace v-else-if="session?.signed_in" />
    <SignIn v-else-if="session" />
  </v-app>
</template>

<style scoped>
.away {
  margin: 20vh auto;
  font: 20px var(--serif);
}
</style>
