<script setup lang="ts" generic="T extends string | number">
// One of a few, or some of them, as a row of words; the row and what stands before it are its user's.
defineProps<{
  options: readonly { value: T; says: string; title?: string }[]
  chosen: T | readonly T[] | null | undefined
}>()
defineEmits<{ choose: [value: T] }>()
</script>

<template>
  <button
    v-for="one in options"
    :key="one.value"
    type="button"
    class="plain choice"
    :aria-pressed="Array.isArray(chosen) ? chosen.includes(one.value) : chosen === one.value"
    :title="one.title"
    @click="$emit('choose', one.value)"
  >
    {{ one.says }}
  </button>
</template>
