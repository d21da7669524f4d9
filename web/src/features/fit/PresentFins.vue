<script setup lang="ts">
// The fins in the present board and its boxes: whether they go into the next one, and what others would do.
import { computed } from 'vue'
import { FIN_SET_BOX_WORDS, FINS_SETUP_WORDS, FINS_SIZE_WORDS } from '@/shared/api/allowed'
import { useTicket } from '@/shared/state/ticket'

const { facts, setFacts } = useTicket()
const board = computed(() => facts.value.present_board ?? null)
const fins = computed(() => board.value?.fins ?? {})

/** Another set-up or size is another set: what was known of its fins by measure is not true of it. */
function say(part: object): void {
  const said = Object.fromEntries(
    Object.entries({ ...fins.value, groups: [], ...part }).filter(([, value]) => value !== null),
  )
  setFacts({ present_board: { ...board.value, fins: said } })
}
const ASKED = [
  { label: 'Its fins', field: 'setup', words: FINS_SETUP_WORDS },
  { label: 'Their size', field: 'size', words: FINS_SIZE_WORDS },
  { label: 'Its boxes', field: 'box_type', words: FIN_SET_BOX_WORDS },
] as const
const said = (field: (typeof ASKED)[number]['field']): string | null => fins.value[field] ?? null
</script>

<template>
  <div v-if="board">
    <v-select
      v-for="{ label, field, words } in ASKED"
      :key="field"
      :label="label"
      clearable
      :items="[...words] as string[]"
      :model-value="said(field)"
      @update:model-value="say({ [field]: $event })"
    />
  </div>
</template>
