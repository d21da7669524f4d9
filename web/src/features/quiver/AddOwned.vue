<script setup lang="ts">
// One more board that they own: its dims or what is known of it in a line, or one of the rack.
import { computed, ref } from 'vue'
import { useRack } from '@/shared/state/rack'
import { useSession } from '@/shared/shell/session'
import { lengthText } from '@/shared/units/units'
import { useQuiver } from './quiver'

const { addLine, addFromRack, state } = useQuiver()
const { rack } = useRack()
const { units } = useSession()
const text = ref('')
const chosen = ref('')

const boards = computed(() =>
  rack.boards.map((one) => ({
    id: one.id,
    says: `${one.board.name || one.board.family}, ${lengthText(one.board.length_m, units.value)}`,
  })),
)
async function add(): Promise<void> {
  if (text.value.trim() && (await addLine(text.value))) text.value = ''
}
async function take(id: string): Promise<void> {
  chosen.value = id
  if (id) await addFromRack(Number(id))
  chosen.value = ''
}
</script>

<template>
  <form class="add" @submit.prevent="add">
    <label>
      one more, as a line
      <input
        v-model="text"
        aria-label="One more board, as a line"
        placeholder="6'8 mid-length, 38 L"
        :aria-invalid="!!state.refused.line"
      />
    </label>
    <small v-if="state.refused.line" role="alert">{{ state.refused.line.says }}</small>
    <label>
      or of the rack
      <select :value="chosen" @change="take(($event.target as HTMLSelectElement).value)">
        <option value="">…</option>
        <option v-for="one in boards" :key="one.id" :value="one.id">{{ one.says }}</option>
      </select>
    </label>
  </form>
</template>

<style scoped>
.add {
  display: grid;
  gap: 4px;
  padding-top: 8px;
  border-top: 1px dotted var(--hairline);
}
label {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px;
  align-items: baseline;
}
input,
select {
  min-width: 0;
  min-height: 26px;
  padding: 0 5px;
  color: inherit;
  font: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
small {
  color: var(--pencil-text);
}
</style>
