<script setup lang="ts">
// What was just taken away, and the way back; goes by itself after a while.
import { onBeforeUnmount, onMounted } from 'vue'

defineProps<{ says: string }>()
const emit = defineEmits<{ undo: []; close: [] }>()
const STAYS_MS = 20_000
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => (timer = setTimeout(() => emit('close'), STAYS_MS)))
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <div class="undo-bar" role="status">
    {{ says }}
    <button type="button" class="plain link" @click="$emit('undo')">undo</button>
    <button type="button" class="plain" aria-label="close" @click="$emit('close')">×</button>
  </div>
</template>

<style scoped>
.undo-bar {
  position: fixed;
  left: 50%;
  bottom: 150px;
  z-index: 20;
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 8px 16px;
  font-size: 15px;
  background: var(--foam);
  border: 1px solid var(--ink);
  transform: translateX(-50%);
}
</style>
