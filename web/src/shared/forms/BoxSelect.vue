<script setup lang="ts">
// A plain choice of a form with its label over it; the first entry is what nothing means, if it may be nothing.
defineProps<{
  label: string
  value: string | number | null | undefined
  options: readonly (string | { value: string | number; says: string })[]
  none?: string
}>()
defineEmits<{ change: [text: string] }>()
const of = (one: string | { value: string | number; says: string }) =>
  typeof one === 'string' ? { value: one, says: one } : one
</script>

<template>
  <label class="field">
    <span class="label">{{ label }}</span>
    <select
      class="box"
      :value="value ?? ''"
      @change="$emit('change', ($event.target as HTMLSelectElement).value)"
    >
      <option v-if="none" value="">{{ none }}</option>
      <option v-for="one in options" :key="of(one).value" :value="of(one).value">
        {{ of(one).says }}
      </option>
    </select>
  </label>
</template>

<style scoped>
.field {
  display: grid;
  min-width: 0;
}
</style>
