<script setup lang="ts">
// What leaves the counter: the customer's side of the screen, the printed page, the fitting as a file.
import { ref } from 'vue'
import { ApiError, type FittingDocument } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'
import SoldLine from './SoldLine.vue'

defineEmits<{ customer: [] }>()
const { fitting, openDocument } = useTicket()
const open = ref(false)
const fault = ref('')
const input = ref<HTMLInputElement | null>(null)

async function take(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  fault.value = ''
  try {
    await openDocument(JSON.parse(await file.text()) as FittingDocument)
    open.value = false
  } catch (error) {
    fault.value =
      error instanceof ApiError
        ? `${error.fault.field}: ${error.fault.message}`
        : `${file.name} is not a fitting: a JSON document is needed.`
  }
  if (input.value) input.value.value = ''
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: menu }">
      <button class="plain" type="button" v-bind="menu">hand over</button>
    </template>
    <div class="sheet" role="dialog" aria-label="Hand over">
      <button class="plain" type="button" @click="((open = false), $emit('customer'))">
        customer’s side <kbd>Alt+C</kbd>
      </button>
      <a :href="`/api/fittings/${fitting?.id}/hand-out.pdf`" target="_blank" rel="noopener">
        page to take home <kbd>Alt+P</kbd>
      </a>
      <a :href="`/api/fittings/${fitting?.id}/document/`" download>this fitting as a file (JSON)</a>
      <button class="plain" type="button" @click="input?.click()">
        open a fitting from a file
      </button>
      <input
        ref="input"
        class="unseen"
        type="file"
        accept="application/json,.json"
        aria-label="A fitting from a file"
        tabindex="-1"
        @change="take"
      />
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <SoldLine />
    </div>
  </v-menu>
</template>

<style scoped>
.sheet {
  max-width: 320px;
}
a {
  padding: 2px 4px;
  color: inherit;
  text-decoration: none;
}
a:hover {
  text-decoration: underline;
  text-decoration-color: var(--pencil);
  text-underline-offset: 3px;
}
kbd {
  margin-left: 8px;
  font: 13px var(--sans);
  color: var(--faint);
}
p {
  margin: 0;
}
</style>
