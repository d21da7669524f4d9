<script setup lang="ts">
// The water as it is said, kept as a break of the shop.
import { ref } from 'vue'
import { failureText } from '@/shared/api/client'
import { useRack } from '@/shared/state/rack'
import { useTicket } from '@/shared/state/ticket'

const { water, setBreak } = useTicket()
const { keepBreak } = useRack()
const name = ref('')
const own = ref('')

async function keep(): Promise<void> {
  own.value = ''
  try {
    const kept = await keepBreak({ ...water.value, name: name.value, about: '' })
    name.value = ''
    setBreak(kept.id)
  } catch (error) {
    own.value = failureText(error)
  }
}
</script>

<template>
  <v-text-field
    v-model="name"
    label="Keep as a break called"
    :error-messages="own"
    @keydown.enter="keep"
  />
  <v-btn v-if="name.trim()" @click="keep">Keep this break</v-btn>
</template>
