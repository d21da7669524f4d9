<script setup lang="ts">
// A trial is begun: the old side and the new one, of the boards that were ridden or are owned.
import { computed, ref } from 'vue'
import type { Log } from '@/shared/api/client'
import { useLog } from './log'

const props = defineProps<{ log: Log }>()
const { beginTrial } = useLog()
const old = ref('0')
const fresh = ref('1')
const names = computed(() =>
  props.log.boards.map((one) =>
    [one.board.name || one.board.family, one.fins].filter(Boolean).join(', '),
  ),
)
function begin(): void {
  const [first, second] = [old, fresh].map((one) => props.log.boards[Number(one.value)]?.board)
  if (first && second) void beginTrial(first, second)
}
</script>

<template>
  <section aria-label="Begin a trial">
    <template v-if="names.length > 1">
      <label
        >old
        <select v-model="old" aria-label="The old side">
          <option v-for="(name, i) in names" :key="i" :value="String(i)">{{ name }}</option>
        </select>
      </label>
      <label
        >new
        <select v-model="fresh" aria-label="The new side">
          <option v-for="(name, i) in names" :key="i" :value="String(i)">{{ name }}</option>
        </select>
      </label>
      <button type="button" class="plain link" :disabled="old === fresh" @click="begin">
        begin a trial
      </button>
    </template>
    <p v-else class="quiet">Two boards, or two sets of fins, make a trial.</p>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: baseline;
}
select {
  max-width: 190px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
p {
  margin: 0;
}
</style>
