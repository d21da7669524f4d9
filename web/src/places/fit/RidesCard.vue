<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, Refused, told, type Board, type Line } from '../../api/client'
import { useSession } from '../../state/session'
import { useTicket } from '../../state/ticket'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { units, words } = useSession()
const { facts, answer, fault, setFacts } = useTicket()

const board = computed<Board | null>(() => facts.value.present_board ?? null)
const line = computed(() => answer.value?.present?.hull.line[units.value] ?? '')
const text = ref('')
const own = ref('')
const confirm = ref('')
const families = computed(() => words.value?.families.map((family) => family.name) ?? [])

watch(line, (now) => (text.value = now), { immediate: true })

async function take(): Promise<void> {
  own.value = confirm.value = ''
  if (text.value === line.value) return
  if (!text.value.trim()) return setFacts({ present_board: null })
  try {
    const read = await told<Line>(api.POST('/api/line/', { body: { text: text.value } }))
    confirm.value = read.confirm ?? ''
    setFacts({ present_board: boardFrom(read) })
  } catch (error) {
    own.value = error instanceof Refused ? error.fault.message : 'The server does not answer.'
  }
}

function boardFrom(read: Line): Board {
  const kept = board.value?.family ?? read.family_guess
  const { length_m, width_m, thickness_m, stated_litres, name } = read
  return { name: name ?? '', family: kept, length_m, width_m, thickness_m, stated_litres }
}

const complaints = computed(() => [...(facts.value.complaints ?? [])])
</script>

<template>
  <TicketCard title="Rides now" :digit="3" :open="open" @toggle="$emit('toggle')">
    <template #says>
      <span class="first">{{ line || 'Which board, which dims?' }}</span>
      <span v-if="board">{{ board.family }}{{ complaints.length ? ': ' : '' }}</span>
      <span>{{ complaints.join(', ') }}</span>
    </template>
    <v-text-field
      v-model="text"
      label="Dims on one line"
      placeholder="7'2 x 21 1/4 x 2 3/4, 46 L"
      :error-messages="own || fault('facts.present_board')"
      :messages="confirm"
      :hide-details="false"
      @keydown.enter="take"
      @blur="take"
    />
    <v-select
      label="Kind of board"
      :items="families"
      :model-value="board?.family ?? null"
      :disabled="!board"
      @update:model-value="setFacts({ present_board: { ...board, family: $event } })"
    />
    <v-select
      label="Said about it"
      multiple
      :items="[...(words?.complaints ?? [])]"
      :model-value="complaints"
      @update:model-value="setFacts({ complaints: $event })"
    />
  </TicketCard>
</template>
