<script setup lang="ts">
// The tiles of the weaves, for every drawing of the page.
import { weaveOf } from './weaves'

defineProps<{ count: number }>()
</script>

<template>
  <svg width="0" height="0" aria-hidden="true">
    <defs>
      <pattern
        v-for="place in count"
        :id="`weave-${place - 1}`"
        :key="place"
        patternUnits="userSpaceOnUse"
        :width="weaveOf(place - 1).size"
        :height="weaveOf(place - 1).size"
      >
        <path :d="weaveOf(place - 1).path" />
      </pattern>
    </defs>
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
}
path {
  fill: none;
  stroke: var(--sea);
  stroke-width: 1.1;
}
</style>
