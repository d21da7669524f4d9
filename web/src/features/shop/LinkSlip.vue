<script setup lang="ts">
// A link that was just made: shown this once, to be copied, or printed and handed over.
import { computed, ref } from 'vue'
import type { LinkOut } from '@/shared/api/client'
import { shortDay } from '@/shared/log/when'

const props = defineProps<{ link: LinkOut; shop: string }>()
defineEmits<{ close: [] }>()
const address = computed(() => window.location.origin + props.link.path)
const copied = ref(false)
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(address.value)
  copied.value = true
}
const print = () => window.print()
</script>

<template>
  <section class="slip" aria-label="The link" role="status">
    <h2>{{ shop }}: for {{ link.name }}</h2>
    <p>Open this address once, until {{ shortDay(link.ends_at) }}:</p>
    <p class="address" data-link>{{ address }}</p>
    <p class="quiet acts">
      It is shown this once; whoever has it comes in by it.
      <button type="button" class="plain link" @click="copy">
        {{ copied ? 'copied' : 'copy' }}
      </button>
      <button type="button" class="plain link" @click="print">print</button>
      <button type="button" class="plain link" @click="$emit('close')">done</button>
    </p>
  </section>
</template>

<style scoped>
.slip {
  margin-bottom: 14px;
  padding: 10px 16px;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
h2 {
  margin: 0;
  font: 600 17px var(--serif);
}
p {
  margin: 4px 0;
}
.address {
  overflow-wrap: anywhere;
  font:
    15px ui-monospace,
    monospace;
  user-select: all;
}
.quiet {
  color: var(--soft-ink);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
@media print {
  .acts {
    display: none;
  }
}
</style>
<style>
@media print {
  body:has(.slip) *:not(:has(.slip)):not(.slip):not(.slip *) {
    display: none;
  }
}
</style>
