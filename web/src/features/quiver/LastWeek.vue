<script setup lang="ts">
// The last days as they were measured: the board that each asked for in its best hour.
import { computed } from 'vue'
import type { Quiver, QuiverMonths } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { faceSays } from '@/shared/units/waveMap'

const props = defineProps<{ quiver: Quiver; months: QuiverMonths }>()
const { words, units, faces } = useSession()
const DAY_MS = 86_400_000
const rows = computed(() =>
  (props.months.week ?? []).map((one) => ({
    day: one.day,
    name: new Date(one.day * DAY_MS).toLocaleDateString('en-GB', {
      weekday: 'short',
      timeZone: 'UTC',
    }),
    board: props.quiver.answer.countries[one.board]?.name ?? 'none',
    either: one.either,
    face: faceSays(one.face_m, words.value, props.quiver.body_m, units.value, faces.value),
    hour: `${one.hour} h`,
  })),
)
</script>

<template>
  <p class="week" aria-label="The last days as measured">
    <span v-for="row in rows" :key="row.day" :title="`best hour ${row.hour}, ${row.face}`">
      <b>{{ row.name }}</b> {{ row.board }}{{ row.either ? ' or another' : '' }}
    </span>
  </p>
</template>

<style scoped>
.week {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  margin: 2px 0 0;
  color: var(--soft-ink);
}
</style>
