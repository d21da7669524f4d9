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
</script>

<template>
  <div v-if="board" class="fins">
    <v-select
      label="Its fins"
      clearable
      :items="[...FINS_SETUP_WORDS]"
      :model-value="fins.setup ?? null"
      @update:model-value="(setup: string | null) => say({ setup })"
    />
    <v-select
      label="Their size"
      clearable
      :items="[...FINS_SIZE_WORDS]"
      :model-value="fins.size ?? null"
      @update:model-value="(size: string | null) => say({ size })"
    />
    <v-select
      label="Its boxes"
      clearable
      :items="[...FIN_SET_BOX_WORDS] as string[]"
      :model-value="fins.box_type ?? null"
      @update:model-value="(box_type: string | null) => say({ box_type })"
    />
  </div>
</template>
