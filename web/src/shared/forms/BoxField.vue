<script setup lang="ts">
// A plain field of a form with its label over it; it is handed over when it is left. What is being typed
// stays, whatever comes meanwhile.
import { vDraft } from './draft'

defineProps<{
  label: string
  value: string
  placeholder?: string
  most?: number
  wrong?: boolean
}>()
defineEmits<{ change: [text: string] }>()
</script>

<template>
  <label class="field">
    <span class="label">{{ label }}</span>
    <input
      v-draft="value"
      class="box"
      type="text"
      :placeholder="placeholder"
      :maxlength="most"
      :aria-invalid="wrong || undefined"
      @change="$emit('change', ($event.target as HTMLInputElement).value)"
    />
  </label>
</template>

<style scoped>
.field {
  display: grid;
  min-width: 0;
}
</style>
