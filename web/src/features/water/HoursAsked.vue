<script setup lang="ts">
// Which hours count: light, free days, months; said in words and changed by a press.
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { computed } from 'vue'
import { FREE, useWater } from './waterState'

const { water } = useWater()
const says = computed(() => {
  const { months, light, free } = water.asked
  const when = months?.length ? `${months.length} of 12 months` : 'the year'
  return `${light ? 'hours of light' : 'all hours'}, ${free}, ${when}`
})
</script>

<template>
  <span class="hours">{{ says }}</span>
  <span class="ask" role="group" aria-label="Which hours count">
    <button
      type="button"
      class="plain choice"
      :aria-pressed="water.asked.light"
      title="key d"
      @click="water.asked.light = !water.asked.light"
    >
      light
    </button>
    <ChoiceButtons
      :options="FREE.map((way) => ({ value: way, says: way, title: 'key f' }))"
      :chosen="water.asked.free"
      @choose="(way) => (water.asked.free = way)"
    />
    <button
      v-if="water.asked.months?.length"
      type="button"
      class="plain link"
      @click="water.asked.months = []"
    >
      all months
    </button>
  </span>
</template>

<style scoped>
.hours {
  font-size: 13px;
  color: var(--soft-ink);
}
.ask {
  display: flex;
  gap: 6px;
  margin-left: auto;
  font-size: 13px;
}
</style>
