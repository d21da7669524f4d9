<script setup lang="ts">
// What other numbers do to the tickets of the season. To be read in five seconds: in how many the first board is
// another one, and how far the litres move.
import { computed } from 'vue'
import type { NumbersEffect } from '@/shared/api/client'

const props = defineProps<{ effect: NumbersEffect; current: boolean }>()
defineEmits<{ stop: [] }>()
/** So many tickets are named. */
const NAMED = 8
const job = computed(() => props.effect.job)
const open = computed(() => ['waiting', 'running'].includes(job.value.state))
const signed = (litres: number) =>
  `${litres > 0 ? '+' : litres < 0 ? '−' : ''}${Math.abs(litres).toFixed(1)}`
const says = computed(() => {
  const { asked, first_board, kind, litres, litres_moved } = props.effect
  if (!asked) return open.value ? '' : 'No ticket of the last twelve months has an answer.'
  if (!first_board && !kind && !litres_moved) return `Moves nothing in ${asked} tickets.`
  const parts = [`Moves the first board in ${first_board} of ${asked}`, `the kind in ${kind}`]
  if (litres) {
    parts.push(
      `the litres from ${signed(litres[0])} to ${signed(litres[1])}, in ${litres_moved} by half a litre or more`,
    )
  }
  return `${parts.join(', ')}.`
})
const moved = computed(() =>
  props.effect.moved
    .filter(
      (one) => one.before.family !== one.after.family || one.before.board_id !== one.after.board_id,
    )
    .slice(0, NAMED),
)
const answer = (side: NumbersEffect['moved'][number]['before'], board: string) =>
  `${side.family}, ${side.target_l.toFixed(1)} L${board ? `, ${board}` : ''}`
</script>

<template>
  <div :class="{ old: !current && !open }" data-effect>
    <p v-if="open" class="going" role="status">
      <progress :value="job.done" :max="job.of" :aria-label="`${job.done} of ${job.of} tickets`" />
      {{ job.done }} of {{ job.of }} tickets
      <button type="button" class="plain link" @click="$emit('stop')">stop</button>
    </p>
    <p v-if="job.state === 'failed'" class="fault" role="alert">
      It could not be worked out: {{ job.problem }}
    </p>
    <p v-if="says" class="says">
      {{ says }}
      <span v-if="job.state === 'stopped'" class="quiet"
        >Stopped after {{ job.done }} of {{ job.of }}.</span
      >
      <span v-if="!current && !open" class="quiet">That was of other values: ask again.</span>
    </p>
    <ul v-if="moved.length && !open">
      <li v-for="one in moved" :key="one.fitting_id">
        <router-link :to="`/ticket/${one.fitting_id}`">{{ one.name || 'a ticket' }}</router-link>
        <span class="quiet">{{ answer(one.before, one.board_before) }}</span> →
        {{ answer(one.after, one.board_after) }}
      </li>
    </ul>
  </div>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.going {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 6px 0;
}
.says {
  margin: 6px 0;
  font: 600 17px/1.35 var(--serif);
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
}
.old .says {
  color: var(--soft-ink);
}
a {
  color: var(--sea);
  text-underline-offset: 3px;
}
</style>
