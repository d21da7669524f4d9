<script setup lang="ts">
// One card of the ticket: a line or two that open in place for editing.
import { nextTick, ref, watch } from 'vue'

const props = defineProps<{ title: string; digit: number; open: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const editor = ref<HTMLElement | null>(null)
const head = ref<HTMLButtonElement | null>(null)

watch(
  () => props.open,
  async (open) => {
    await nextTick()
    const first = editor.value?.querySelector<HTMLElement>('input:not([type=hidden]), button')
    if (open) first?.focus()
  },
  { immediate: true },
)

function close(): void {
  emit('toggle')
  head.value?.focus()
}
</script>

<template>
  <section class="card" :class="{ open }" :data-card="digit">
    <button
      ref="head"
      class="head"
      type="button"
      :aria-expanded="open"
      :title="`Alt+${digit}`"
      @click="$emit('toggle')"
    >
      <span class="top">
        <span class="label">{{ title }}</span>
        <span class="digit" aria-hidden="true">{{ digit }}</span>
      </span>
      <span v-show="!open" class="says"><slot name="says" /></span>
    </button>
    <div v-if="open" ref="editor" class="editor" @keydown.esc.stop="close">
      <slot />
    </div>
  </section>
</template>

<style scoped src="./TicketCard.css"></style>
