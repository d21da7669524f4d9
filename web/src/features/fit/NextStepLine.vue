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

<style scoped src="./SideLine.css"></style>
