<script setup lang="ts">
// Chooses files in the application's own look and words; the browser's control lies under it unseen.
defineProps<{ accept: string; label: string; multiple?: boolean; says?: string }>()
const emit = defineEmits<{ files: [files: FileList] }>()

function chosen(event: Event): void {
  const input = event.target as HTMLInputElement
  if (input.files?.length) emit('files', input.files)
}
</script>

<template>
  <label class="file-button">
    <input
      class="unseen"
      type="file"
      :accept="accept"
      :multiple="multiple"
      :aria-label="label"
      @change="chosen"
    />
    <span aria-hidden="true">{{ says ?? (multiple ? 'choose files' : 'choose a file') }}</span>
  </label>
</template>

<style scoped>
.file-button {
  position: relative;
  display: inline-block;
  width: max-content;
  cursor: pointer;
}
span {
  display: inline-block;
  padding: 3px 12px;
  color: var(--sea);
  background: var(--field);
  border: 1px solid var(--sea);
}
.unseen:focus-visible + span {
  outline: 2px solid var(--pencil);
  outline-offset: 2px;
}
</style>
