<script setup lang="ts">
// Three sets of one template, to be tried on the board on the bench: begun from here, read in the log.
import { ref } from 'vue'
import { api, failureText, unwrap, type Log } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'

const props = defineProps<{ sets: readonly string[] }>()
const { answer, fitting } = useTicket()
const begun = ref(false)
const busy = ref(false)
const fault = ref('')

async function begin(): Promise<void> {
  const id = fitting.value?.id
  if (!id) return
  busy.value = true
  fault.value = ''
  try {
    await unwrap<Log>(
      api.POST('/api/fittings/{id}/trials/fins/', {
        params: { path: { id } },
        body: { sets: [...props.sets], preferred_board_id: answer.value?.bench?.id ?? null },
      }),
    )
    begun.value = true
  } catch (error) {
    fault.value = failureText(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <span data-fin-trial>
    Trial, one day each: {{ sets.join(', ') }}.
    <span v-if="begun" role="status"
      >Begun: <router-link :to="`/log/${fitting?.id}`">in the log</router-link>.</span
    >
    <button v-else type="button" class="plain link" :disabled="busy" @click="begin">
      begin this trial
    </button>
    <span v-if="fault" role="alert"> {{ fault }}</span>
  </span>
</template>

<style scoped>
a {
  color: var(--sea);
  text-underline-offset: 3px;
}
</style>
