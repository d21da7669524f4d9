<script setup lang="ts">
import { onMounted, ref } from 'vue'
import SignIn from './places/SignIn.vue'
import Weaves from './places/Weaves.vue'
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
    <template v-else-if="session?.signed_in"><Weaves /><router-view /></template>
    <SignIn v-else-if="session" />
  </v-app>
</template>

<style scoped>
.away {
  margin: 20vh auto;
  font: 20px var(--serif);
}
</style>
