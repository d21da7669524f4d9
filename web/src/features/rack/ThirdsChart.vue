<script setup lang="ts">
// Where the litres of boards lie: the rear, middle and front third of each.
import { computed } from 'vue'

const props = defineProps<{ thirds: readonly (readonly number[])[] }>()
const most = computed(() => Math.max(...props.thirds.flat(), 1))
const THIRDS = ['rear third', 'middle third', 'front third']
</script>

<template>
  <div>
    <h2 class="label">where the litres are</h2>
    <div class="thirds">
      <template v-for="(third, t) in THIRDS" :key="third">
        <span>{{ third }}</span>
        <svg
          :width="170"
          :height="thirds.length * 11"
          role="img"
          :aria-label="`${third}: ${thirds.map((one) => `${one[t]?.toFixed(1)} L`).join(' and ')}`"
        >
          <path
            v-for="(one, i) in thirds"
            :key="i"
            :class="`of-${i}`"
            :d="`M0,${6 + i * 11}H${((one[t] ?? 0) / most) * 110}`"
          />
          <text
            v-for="(one, i) in thirds"
            :key="`t${i}`"
            :x="((one[t] ?? 0) / most) * 110 + 6"
            :y="10 + i * 11"
          >
            {{ one[t]?.toFixed(1) }} L
          </text>
        </svg>
      </template>
    </div>
  </div>
</template>

<style scoped src="./BesidePlace.css"></style>
