<script setup lang="ts">
// Why not that one? Its first failing factor, then the smallest change that would make it right.
import { computed } from 'vue'
import { useBoardDetails } from './boardDetails'
import { useTicket } from '@/shared/state/ticket'

const { answer, version } = useTicket()
const { closer, askWhyNot } = useBoardDetails()
const THINGS: Record<string, string> = {
  litres: 'litres',
  fins: 'fins',
  practice: 'practice',
  break: 'other water',
}
const found = computed(() => (closer.whyNot?.version === version.value ? closer.whyNot : null))
const worth = computed(() => (answer.value?.bench?.ranked?.fit ?? 100) < 95)
</script>

<template>
  <div v-if="worth || found" class="why-not">
    <button v-if="!found" class="plain link ask" type="button" @click="askWhyNot()">
      Why not this one?
    </button>
    <p v-if="closer.faults.whyNot" class="fault" role="alert">{{ closer.faults.whyNot }}</p>
    <template v-if="found">
      <h3>Why not {{ found.name }}?</h3>
      <ul data-why-not>
        <li v-if="found.first">{{ found.first }}</li>
        <li v-for="one in found.change.changes" :key="one.thing">
          <b>{{ THINGS[one.thing] ?? one.thing }}:</b> {{ one.says }} Fit
          {{ Math.min(one.fit, 100).toFixed(0) }}.
        </li>
        <li v-if="!found.change.changes.length">{{ found.change.says }}</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.ask {
  margin-top: 6px;
  padding: 0;
}
h3 {
  margin: 8px 0 1px;
  font: 600 14px var(--sans);
  color: var(--note);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  font-size: 14px;
  line-height: 1.35;
}
</style>
