<script setup lang="ts">
// Ready for the next level: to be read in five seconds: yes, or how many days more.
import { computed } from 'vue'
import type { Log } from '@/shared/api/client'
import { useLog } from './log'
import { shortDay } from '@/shared/log/when'

const props = defineProps<{ log: Log }>()
const { moveUp } = useLog()
const ready = computed(() => props.log.ready)
</script>

<template>
  <section v-if="ready" aria-label="Next level">
    <h2 class="big" data-ready>
      {{ ready.next_rung ? `Ready for ${ready.next_rung}?` : 'The last level' }}
      {{ ready.next_rung ? ready.says : '' }}
    </h2>
    <p v-if="ready.looked_for && ready.next_rung" class="quiet">
      Counted are rides in which one {{ ready.looked_for }}.
    </p>
    <ul v-if="ready.days.length">
      <li v-for="day in ready.days" :key="day.session">
        <span>{{ shortDay(day.started_at) }}</span>
        <span class="strokes" aria-hidden="true"
          ><i v-for="n in Math.min(day.of, 20)" :key="n" :class="{ done: n <= day.rides }"
        /></span>
        <b>{{ day.rides }} of {{ day.of }}</b>
      </li>
    </ul>
    <button v-if="ready.ready" type="button" class="plain move" @click="moveUp(log.version)">
      move the ticket to {{ ready.next_rung }}
    </button>
  </section>
</template>

<style scoped>
.big {
  margin: 0;
  font: 600 18px/1.2 var(--serif);
}
p {
  margin: 0;
}
.quiet {
  font-size: 13px;
  color: var(--soft-ink);
}
ul {
  margin: 2px 0 0;
  padding: 0;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  list-style: none;
}
.strokes {
  display: flex;
  gap: 3px;
  margin-left: auto;
}
i {
  width: 2px;
  height: 12px;
  background: var(--hairline);
}
i.done {
  background: var(--sea);
}
.move {
  min-height: 32px;
  margin-top: 4px;
  padding: 2px 10px;
  border: 1.5px solid var(--pencil);
}
</style>
