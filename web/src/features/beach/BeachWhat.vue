<script setup lang="ts">
// What was ridden where and when: as last time, or changed with a touch.
import { computed, ref } from 'vue'
import { FINS_FLEX_WORDS, FINS_SETUP_WORDS, FINS_SIZE_WORDS } from '@/shared/api/allowed'
import type { HourSays, Log } from '@/shared/api/client'
import { lengthOf, planPath } from '@/shared/drawing/drawing'
import { useSession } from '@/shared/shell/session'
import { faceSays } from '@/shared/units/waveMap'
import { useDraft } from './draft'

const props = defineProps<{ log: Log; hour: HourSays | null }>()
const { units, words, faces } = useSession()
const { draft } = useDraft()
const open = ref(false)
const board = computed(() => props.log.boards[draft.board])
const nameOf = (one: Log['boards'][number]) =>
  [one.board.name || one.board.family, one.fins].filter(Boolean).join(', ')
const place = computed(() => props.log.places[draft.place]?.name ?? (draft.where || 'somewhere'))
const waves = computed(() => {
  const found = props.hour?.hour
  if (draft.waves) return draft.waves
  if (!found?.face_m || !found.filled.includes('face_m')) return 'waves as measured'
  const face = faceSays(found.face_m, words.value, props.log.body_m, units.value, faces.value)
  return [face, found.steepness, found.wind && `wind ${found.wind}`].filter(Boolean).join(', ')
})
const said = computed(() => {
  const found = props.hour?.predicted
  return found && !draft.rider ? `said ${found.low} to ${found.high}` : ''
})
const FINS = [
  { name: 'setup', says: 'Fin set-up', words: FINS_SETUP_WORDS },
  { name: 'size', says: 'Fin size', words: FINS_SIZE_WORDS },
  { name: 'flex', says: 'Fin flex', words: FINS_FLEX_WORDS },
] as const
/** What stood in the board last time. */
const asListed = (name: 'setup' | 'size' | 'flex') => board.value?.board.fins?.[name] ?? name
const fins = computed(() => [draft.setup, draft.size, draft.flex].filter(Boolean).join(' '))
const scale = computed(() => (board.value ? 84 / lengthOf(board.value.curves) : 1))
</script>

<template>
  <section aria-label="What, where, when">
    <button type="button" class="plain what" :aria-expanded="open" @click="open = !open">
      <svg v-if="board" width="90" height="32" aria-hidden="true">
        <path :d="planPath(board.curves, scale, 3, 16)" />
      </svg>
      <span>
        <b>{{ place }}</b>, {{ draft.minutes }} min<br />
        <span class="quiet">{{ waves }}</span><br />
        <span>{{ board ? nameOf(board) : 'no board yet' }}{{ fins ? `, now ${fins}` : '' }}</span>
        <b v-if="said" class="said"> · {{ said }}</b>
      </span>
    </button>
    <div v-if="open" class="open">
      <label
        >board
        <select v-model.number="draft.board" aria-label="Board">
          <option v-for="(one, i) in log.boards" :key="i" :value="i">{{ nameOf(one) }}</option>
        </select>
      </label>
      <p class="fins" role="group" aria-label="Fins as ridden">
        fins
        <select
          v-for="one in FINS"
          :key="one.name"
          v-model="draft[one.name]"
          :aria-label="one.says"
        >
          <option value="">{{ asListed(one.name) }}</option>
          <option v-for="word in one.words" :key="word" :value="word">{{ word }}</option>
        </select>
      </p>
      <label
        >where
        <select v-model.number="draft.place" aria-label="Where">
          <option v-for="(one, i) in log.places" :key="one.id" :value="i">{{ one.name }}</option>
          <option :value="-1">somewhere else</option>
        </select>
      </label>
      <label v-if="draft.place < 0"
        >its name <input v-model="draft.where" maxlength="80" aria-label="Name of the place"
      /></label>
      <label
        >waves
        <select v-model="draft.waves" aria-label="Waves">
          <option value="">as measured</option>
          <option v-for="one in words?.heights ?? []" :key="one.word" :value="one.word">
            {{ one.word }}
          </option>
        </select>
      </label>
      <label
        >began
        <input v-model="draft.started" type="datetime-local" aria-label="Began" />
      </label>
      <p role="group" aria-label="Minutes">
        <button
          type="button"
          class="plain"
          @click="draft.minutes = Math.max(15, draft.minutes - 15)"
        >
          − 15
        </button>
        {{ draft.minutes }} min
        <button
          type="button"
          class="plain"
          @click="draft.minutes = Math.min(720, draft.minutes + 15)"
        >
          + 15
        </button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.what {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 64px;
  padding: 6px 8px;
  text-align: left;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
svg {
  flex: none;
}
path {
  fill: var(--paper);
  stroke: var(--pencil);
  stroke-width: 1.6;
}
.quiet {
  color: var(--soft-ink);
}
.said {
  color: var(--pencil-text);
}
.open {
  display: grid;
  gap: 6px;
  padding: 8px;
  background: var(--bench);
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
select,
input {
  min-height: 48px;
  width: 250px;
  padding: 0 8px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
p {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: flex-end;
  margin: 0;
}
.fins {
  justify-content: space-between;
  gap: 6px;
}
.fins select {
  flex: 1;
  width: 0;
}
p button {
  min-width: 72px;
  min-height: 48px;
  border: 1px solid var(--sea);
}
</style>
