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

<style scoped>
.card {
  border-top: 1px dotted var(--hairline);
}
.head {
  display: block;
  /* Wider than its words, so that the ring of the focus lies beside them. */
  width: calc(100% + 16px);
  margin: 0 -8px;
  padding: 5px 8px 6px;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.head:focus-visible {
  outline-offset: -2px;
}
.top {
  display: flex;
  justify-content: space-between;
}
.digit {
  font-size: 13px;
  color: var(--faint);
}
.says {
  display: block;
  font-size: 14px;
}
.says :deep(.first) {
  display: block;
  font-size: 15px;
  font-weight: 500;
}
.editor {
  padding: 8px 0 12px;
  display: grid;
  gap: 14px;
}
.editor :deep(.pair) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
