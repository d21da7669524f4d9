<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import { readNumber } from '../../units'
import FactField from './FactField.vue'
import FactLine, { type Piece } from './FactLine.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { words } = useSession()
const { facts, assumed, fault, setFacts } = useTicket()

const aim = computed<Piece[]>(() => {
  const guess = assumed.value.get('aim')
  if (facts.value.aim) return [{ text: facts.value.aim }]
  return guess ? [{ text: String(guess), pencil: true }] : []
})
const more = computed<Piece[]>(() => [
  ...(facts.value.wish ? [{ text: `asks for: ${facts.value.wish}` }] : []),
  ...(facts.value.budget ? [{ text: `up to ${facts.value.budget}` }] : []),
])
</script>

<template>
  <TicketCard title="Wants" :digit="5" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first"
        ><FactLine v-if="aim.length" :pieces="aim" /><template v-else>What for?</template></span
      >
      <FactLine :pieces="more" />
    </template>
    <v-select
      label="What for"
      :items="[...(words?.aims ?? [])]"
      :model-value="facts.aim ?? null"
      :placeholder="String(assumed.get('aim') ?? '')"
      persistent-placeholder
      @update:model-value="setFacts({ aim: $event })"
    />
    <v-select
      label="A kind of board asked for"
      clearable
      :items="words?.families.map((family) => family.name) ?? []"
      :model-value="facts.wish ?? null"
      @update:model-value="setFacts({ wish: $event })"
    />
    <FactField
      label="Budget"
      :value="facts.budget"
      :show="String"
      :read="readNumber"
      :fault="fault('facts.budget')"
      @change="setFacts({ budget: $event })"
    />
  </TicketCard>
</template>
