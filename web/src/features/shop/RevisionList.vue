<script setup lang="ts">
// What was changed in the numbers, the newest first: who, when, why, from what to what, and undoing it.
import { ref } from 'vue'
import type { Revisions } from '@/shared/api/client'
import { clock, shortDay } from '@/shared/log/when'
import { written } from './numbers'

const props = defineProps<{
  revisions: Revisions['revisions']
  /** Sets the numbers back; whether that was done. */
  undo: (id: number, reason: string) => Promise<boolean>
}>()
const going = ref<number | null>(null)
const reason = ref('')
async function back(id: number): Promise<void> {
  if (!(await props.undo(id, reason.value.trim()))) return
  going.value = null
  reason.value = ''
}
const value = (it: number | null) => (it === null ? 'what ships' : written(it))
</script>

<template>
  <template v-if="revisions.length">
    <h2>Changes</h2>
    <ul>
      <li v-for="one in revisions" :key="one.id" :data-revision="one.id">
        <span class="when">{{ shortDay(one.at) }}, {{ clock(new Date(one.at)) }}</span>
        {{ one.by }}: “{{ one.reason }}”
        <span v-for="it in one.changes" :key="it.place" class="quiet change">
          {{ it.says }} {{ value(it.before) }} → <b>{{ value(it.after) }}</b>
        </span>
        <span v-if="one.undone" class="quiet">undone since</span>
        <button
          v-else-if="going !== one.id"
          type="button"
          class="plain link"
          @click="going = one.id"
        >
          undo
        </button>
        <form v-else @submit.prevent="back(one.id)">
          <label>why <input v-model="reason" required minlength="5" maxlength="300" /></label>
          <button type="submit" class="plain sure">set it back</button>
          <button type="button" class="plain link" @click="going = null">no</button>
        </form>
      </li>
    </ul>
  </template>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
}
.when {
  color: var(--soft-ink);
  white-space: nowrap;
}
.change b {
  color: var(--ink);
}
</style>
