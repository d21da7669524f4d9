<script setup lang="ts">
// What may be said besides: rides that were watched, deck and dents, a line of words; and it is kept.
import type { Log } from '@/shared/api/client'
import { useDraft } from './draft'

defineProps<{ log: Log }>()
const { draft } = useDraft()
defineEmits<{ keep: []; back: [] }>()
</script>

<template>
  <section class="more" aria-label="What else">
    <label v-if="log.ready?.looked_for"
      ><span>rides in which one {{ log.ready.looked_for }}</span>
      <span class="two"
        ><input v-model="draft.shown" inputmode="numeric" aria-label="Rides that showed it" /> of
        <input v-model="draft.of" inputmode="numeric" aria-label="Rides that were watched" />
      </span>
    </label>
    <label>in words <input v-model="draft.note" maxlength="300" aria-label="In words" /></label>
    <label
      >somebody else rode it <input v-model="draft.rider" maxlength="80" aria-label="Who rode it"
    /></label>
    <label
      >link to a clip <input v-model="draft.clip" inputmode="url" aria-label="Link to a clip"
    /></label>
    <label
      >deck
      <select v-model="draft.deck" aria-label="Deck">
        <option value="">not looked at</option>
        <option value="sound">sound</option>
        <option value="pressed">pressed</option>
        <option value="soft">soft</option>
      </select>
    </label>
    <label
      >new dents
      <input v-model.number="draft.dents" type="number" min="0" max="50" aria-label="New dents" />
    </label>
    <button type="button" class="plain keep" @click="$emit('keep')">keep the session</button>
    <button type="button" class="plain back" @click="$emit('back')">back to the questions</button>
  </section>
</template>

<style scoped>
.more {
  display: grid;
  gap: 6px;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
input,
select {
  box-sizing: border-box;
  min-height: 48px;
  width: 220px;
  padding: 0 8px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
.two {
  display: flex;
  gap: 6px;
  align-items: center;
}
.two input {
  width: 62px;
}
.keep,
.back {
  text-align: center;
}
.keep {
  min-height: 64px;
  background: var(--sea);
  color: var(--paper);
  font: 600 20px var(--sans);
}
.back {
  min-height: 48px;
  color: var(--sea);
}
</style>
