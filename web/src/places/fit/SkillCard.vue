<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import FactLine, { type Piece } from './FactLine.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { words } = useSession()
const { facts, assumed, fault, setFacts } = useTicket()

const rung = computed(() => words.value?.rungs.find((row) => row.name === facts.value.rung))
const feet = computed<Piece[]>(() => {
  const said = facts.value.foot_weight
  const guess = assumed.value.get('foot_weight')
  const word = said ?? guess
  const weight = word ? `weight ${word === 'even' ? 'on both feet' : `on the ${word} foot`}` : ''
  const craft = facts.value.craft === 'stand_up' ? [{ text: 'stand-up paddle' }] : []
  return [...(weight ? [{ text: weight, pencil: !said }] : []), ...craft]
})
</script>

<template>
  <TicketCard title="Can do" :digit="2" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first">{{ rung?.can_do ?? 'What can they do already?' }}</span>
      <FactLine :pieces="feet" />
    </template>
    <fieldset class="ladder">
      <legend class="unseen">What they can do</legend>
      <label v-for="row in words?.rungs" :key="row.name" class="rung">
        <input
          type="radio"
          name="rung"
          :checked="row.name === facts.rung"
          @change="setFacts({ rung: row.name })"
        />
        {{ row.can_do }}
      </label>
    </fieldset>
    <p v-if="fault('facts.rung')" class="fault" role="alert">{{ fault('facts.rung') }}</p>
    <div class="pair">
      <v-select
        label="Weight on the foot"
        :items="[...(words?.foot_weight ?? [])]"
        :model-value="facts.foot_weight ?? null"
        :placeholder="String(assumed.get('foot_weight') ?? '')"
        persistent-placeholder
        @update:model-value="setFacts({ foot_weight: $event })"
      />
      <v-select
        label="Paddles"
        :items="[
          { title: 'lying', value: 'prone' },
          { title: 'standing', value: 'stand_up' },
        ]"
        :model-value="facts.craft ?? 'prone'"
        @update:model-value="setFacts({ craft: $event })"
      />
    </div>
  </TicketCard>
</template>

<style scoped>
.ladder {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
}
.rung {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 2px 0;
  cursor: pointer;
}
.rung input {
  accent-color: var(--sea);
  margin: 0;
}
</style>
