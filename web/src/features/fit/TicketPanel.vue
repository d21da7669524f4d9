<script setup lang="ts">
// Left: the ticket with the surfer's facts, five cards that open in place.
import { computed } from 'vue'
import { may } from '@/shared/shell/may'
import { useTicket } from '@/shared/state/ticket'
import BodyCard from './BodyCard.vue'
import DaysBars from './DaysBars.vue'
import RidesCard from './RidesCard.vue'
import SkillCard from './SkillCard.vue'
import TicketMenu from './TicketMenu.vue'
import WantsCard from './WantsCard.vue'
import WaterCard from './WaterCard.vue'

const props = defineProps<{ open: number }>()
defineEmits<{ toggle: [digit: number] }>()
const { state, doubts, fitting, facts, history, open: openTicket, openAgain } = useTicket()

const place = computed(() => state.list.findIndex((row) => row.id === fitting.value?.id))

const asks = computed(() => {
  if (!doubts.value || doubts.value.version !== state.fitting?.version) return ''
  return doubts.value.next_question?.says ?? 'Nothing else would change the answer.'
})
/** The card that takes the answer to the next question. */
const CARDS: Record<string, number> = { rung: 2, foot_weight: 2, style: 2, aim: 5 }
const answers = computed(() => {
  const field = asks.value ? doubts.value?.next_question?.field : undefined
  if (!field) return 0
  const digit = field.startsWith('water.') ? 4 : (CARDS[field] ?? 1)
  return digit === props.open ? 0 : digit
})
/** Earlier fittings of the same surfer, and by which day they were opened. */
const earlier = computed(() => history.value.filter((row) => row.id !== fitting.value?.id))
const whose = computed(() => state.list[place.value]?.surfer_id)

function walk(by: number): void {
  const next = state.list[(place.value + by + state.list.length) % state.list.length]
  if (next) void openTicket(next.id)
}
</script>

<template>
  <section class="ticket" aria-label="Ticket">
    <span class="hole" aria-hidden="true" />
    <header>
      <h1>{{ facts.name || 'New ticket' }}</h1>
      <span class="walk">
        <button class="plain" type="button" aria-label="Previous ticket" @click="walk(-1)">
          ‹
        </button>
        <TicketMenu />
        <button class="plain" type="button" aria-label="Next ticket" @click="walk(1)">›</button>
        <button
          v-if="whose && facts.mass_kg && may('advise')"
          class="plain link again"
          type="button"
          title="a new ticket for this surfer, with what was said last time"
          @click="openAgain(whose)"
        >
          again
        </button>
      </span>
    </header>
    <div v-if="earlier.length" class="earlier">
      <span class="label">before</span>
      <button
        v-for="row in earlier.slice(0, 2)"
        :key="row.id"
        class="plain link"
        type="button"
        @click="openTicket(row.id)"
      >
        {{ row.opened }}{{ row.water ? `, ${row.water}` : '' }}
      </button>
    </div>
    <p v-if="!may('advise')" class="label" data-read-only>Advisors and coaches write tickets.</p>
    <div :key="fitting?.id" v-may:only-read="'advise'" class="cards">
      <BodyCard :open="open === 1" @toggle="$emit('toggle', 1)" />
      <SkillCard :open="open === 2" @toggle="$emit('toggle', 2)" />
      <RidesCard :open="open === 3" @toggle="$emit('toggle', 3)" />
      <WaterCard :open="open === 4" @toggle="$emit('toggle', 4)" />
      <WantsCard :open="open === 5" @toggle="$emit('toggle', 5)" />
      <p v-if="asks" class="next" data-next>
        <span class="label">Next question</span>
        <button v-if="answers" class="plain" type="button" @click="$emit('toggle', answers)">
          {{ asks }}
        </button>
        <template v-else>{{ asks }}</template>
      </p>
      <DaysBars />
    </div>
  </section>
</template>

<style scoped src="./TicketPanel.css"></style>
