<script setup lang="ts">
// Six looks at a used board: what is seen of each, none, some or much.
import ChoiceButtons from './ChoiceButtons.vue'
import { TRADE_IN_LOOKS_BUCKLES_WORDS } from '@/shared/api/allowed'
import type { Looks } from '@/shared/api/client'

defineProps<{ looks: Looks }>()
defineEmits<{ look: [part: Partial<Looks>] }>()
const SEEN = TRADE_IN_LOOKS_BUCKLES_WORDS.map((value) => ({ value, says: value }))
const LOOKS = [
  ['buckles', 'buckles'],
  ['pressed_deck', 'pressed deck'],
  ['stains', 'stains'],
  ['repairs', 'repairs'],
  ['cracked_boxes', 'cracked boxes'],
  ['heavy', 'too heavy'],
] as const
</script>

<template>
  <p v-for="[name, says] in LOOKS" :key="name" role="group" :aria-label="says">
    <span>{{ says }}</span>
    <ChoiceButtons
      :options="SEEN"
      :chosen="looks[name] ?? 'none'"
      @choose="(seen) => $emit('look', { [name]: seen })"
    />
  </p>
</template>

<style scoped>
p {
  display: flex;
  gap: 8px;
  margin: 0;
}
p span {
  flex: 1;
}
</style>
