<script setup lang="ts">
// The weaves that tell bands apart without colour; referenced by id from every drawing of the page.
</script>

<template>
  <svg class="unseen" aria-hidden="true" width="0" height="0">
    <defs>
      <pattern id="weave-ratio" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M-1,7L7,-1M-1,1L1,-1M5,7L7,5" class="thread" />
      </pattern>
      <pattern id="weave-step" width="4" height="4" patternUnits="userSpaceOnUse">
        <path d="M0,2H4" class="thread" />
      </pattern>
      <pattern id="weave-shape" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M0,3H6M3,0V6" class="thread" />
      </pattern>
      <pattern id="weave-float" width="8" height="5" patternUnits="userSpaceOnUse">
        <path d="M0,3.5Q2,0.5 4,3.5T8,3.5" class="thread" />
      </pattern>
      <pattern id="weave-need" width="5" height="5" patternUnits="userSpaceOnUse">
        <path d="M-1,6L6,-1M-1,1L1,-1M4,6L6,4" class="thread" />
      </pattern>
    </defs>
  </svg>
</template>

<style scoped>
.thread {
  stroke: var(--sea);
  stroke-width: 1;
  fill: none;
}
</style>
