<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import BoardLine from './BoardLine.vue'
import PresentFins from './PresentFins.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { units, words } = useSession()
const { facts, answer, setFacts } = useTicket()

const board = computed(() => facts.value.present_board ?? null)
const line = computed(() => answer.value?.present?.hull.line[units.value] ?? '')
/** Whether some of its dims are taken from an ordinary board. */
const guessed = computed(() => (board.value?.assumed ?? []).some((one) => one !== 'family'))
const guessedSays = computed(() =>
  guessed.value
    ? 'half known: width, thickness or length are those of an ordinary board'
    : undefined,
)
const complaints = computed(() => [...(facts.value.complaints ?? [])])
const likes = computed(() => [...(facts.value.likes ?? [])])
const said = computed(() =>
  [
    likes.value.length ? `likes ${likes.value.join(', ')}` : '',
    complaints.value.length ? complaints.value.join(', ') : '',
  ]
    .filter(Boolean)
    .join('; '),
)
</script>

<template>
  <TicketCard title="Rides now" :digit="3" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first" :class="{ pencilled: guessed }" :title="guessedSays">{{
        line || 'Which board? Dims, litres or a kind will do.'
      }}</span>
      <span v-if="board"
        ><span :class="{ pencilled: board.assumed?.includes('family') }">{{ board.family }}</span
        >{{ said ? ': ' : '' }}</span
      >
      <span>{{ said }}</span>
    </template>
    <BoardLine
      field="present_board"
      label="Dims on one line"
      kind="Kind of board"
      placeholder="7'2 x 21 1/4 x 2 3/4, 46 L; or: 40 litres, an 8-foot soft-top"
    />
    <PresentFins />
    <v-select
      label="Liked about it"
      multiple
      :items="words?.likes"
      :model-value="likes"
      @update:model-value="setFacts({ likes: $event })"
    />
    <v-select
      label="Said about it"
      multiple
      :items="words?.complaints"
      :model-value="complaints"
      @update:model-value="setFacts({ complaints: $event })"
    />
    <ul v-if="complaints.length" class="asks">
      <li v-for="one in complaints" :key="one">{{ one }}: “{{ words?.asks[one] }}”</li>
    </ul>
    <BoardLine
      field="best_board"
      label="Best board ever"
      kind="Kind of the best"
      placeholder="dims on one line"
    />
    <BoardLine
      field="worst_board"
      label="Worst board ever"
      kind="Kind of the worst"
      placeholder="dims on one line"
    />
  </TicketCard>
</template>

<style scoped>
.asks {
  margin: -6px 0 0;
  padding: 0;
  list-style: none;
  font-size: 13px;
  color: var(--soft-ink);
}
</style>
