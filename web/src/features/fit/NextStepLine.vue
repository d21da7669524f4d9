<script setup lang="ts">
// How long the board on the bench serves, and what comes after it.
import { useNextStep, watchNextStep } from './nextStep'

watchNextStep()
const ahead = useNextStep()
</script>

<template>
  <dl v-if="ahead">
    <dt>Ahead</dt>
    <dd data-ahead>{{ ahead }}</dd>
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 62px 1fr;
  gap: 2px 10px;
  margin: 2px 0 0;
  font-size: 13px;
  line-height: 1.3;
}
dt {
  color: var(--sea);
}
dd {
  margin: 0;
}
</style>
