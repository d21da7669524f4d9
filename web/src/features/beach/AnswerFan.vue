<script setup lang="ts">
// Five answers round the thumb, and the way on in its corner; mirrored for the other hand.
import { STEPS } from '@/shared/log/behaviours'

defineProps<{ chosen: number | null | undefined; left: boolean; next: string }>()
const emit = defineEmits<{ answer: [step: number]; next: [] }>()
const RADIUS = 232
const SIZE = 78

/** Where an answer stands: on a quarter of a circle, the least of them low. */
function placeOf(i: number, left: boolean): Record<string, string> {
  const angle = (Math.PI / 2) * (i / (STEPS.length - 1))
  const [across, up] = [RADIUS * Math.cos(angle), RADIUS * Math.sin(angle)]
  return {
    [left ? 'left' : 'right']: `${across}px`,
    bottom: `${up}px`,
    width: `${SIZE}px`,
    height: `${SIZE}px`,
  }
}
</script>

<template>
  <div class="fan" :class="{ left }">
    <button
      v-for="(one, i) in STEPS"
      :key="one.value"
      type="button"
      class="plain answer"
      :style="placeOf(i, left)"
      :aria-pressed="chosen === one.value"
      @click="emit('answer', one.value)"
    >
      {{ one.says }}
    </button>
    <button type="button" class="plain next" @click="emit('next')">{{ next }}</button>
  </div>
</template>

<style scoped>
.fan {
  position: relative;
  height: 316px;
  margin-top: auto;
}
button {
  display: grid;
  place-items: center;
  text-align: center;
}
.answer {
  position: absolute;
  border: 1.5px solid var(--sea);
  border-radius: 50%;
  background: var(--bench);
  font-size: 16px;
  line-height: 1.1;
}
.answer[aria-pressed='true'] {
  background: var(--sea);
  color: var(--paper);
}
.next {
  position: absolute;
  right: 0;
  bottom: 0;
  width: 150px;
  height: 150px;
  border-radius: 150px 0 0 0;
  background: var(--sea);
  color: var(--paper);
  font: 600 18px var(--sans);
}
.left .next {
  right: auto;
  left: 0;
  border-radius: 0 150px 0 0;
}
</style>
