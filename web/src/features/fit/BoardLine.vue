<script setup lang="ts">
// A board that is remembered, typed as one line of dims, with its kind beneath.
import { computed, ref, watch } from 'vue'
import { api, failureText, unwrap, type Board, type Line } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'

const props = defineProps<{
  field: 'present_board' | 'best_board' | 'worst_board'
  label: string
  kind: string
  placeholder: string
}>()
const { units, words } = useSession()
const { facts, fault, lines, setFacts } = useTicket()
const board = computed<Board | null>(() => facts.value[props.field] ?? null)
const text = ref('')
const own = ref('')
const confirm = ref('')
/** What stands in the box as read: taken again only when it is typed over. */
let taken = ''

const line = computed(() => {
  const dims = lines.value[props.field]?.[units.value]
  return dims ? `${board.value?.name ? `${board.value.name} ` : ''}${dims}` : ''
})

watch(
  line,
  (now) => {
    // What somebody typed meanwhile stays.
    if (text.value === taken) text.value = taken = now
  },
  { immediate: true },
)

async function take(): Promise<void> {
  own.value = confirm.value = ''
  if (text.value === taken) return
  if (!text.value.trim()) return setFacts({ [props.field]: null })
  try {
    const read = await unwrap<Line>(
      api.POST('/api/line/', { body: { text: text.value, rough: true } }),
    )
    confirm.value = read.confirm ?? assumedSays(read.assumed)
    taken = text.value
    setFacts({ [props.field]: boardFrom(read) })
  } catch (error) {
    own.value = failureText(error)
  }
}

const CALLED: Record<string, string> = {
  family: 'kind',
  length_m: 'length',
  width_m: 'width',
  thickness_m: 'thickness',
}
function assumedSays(assumed: readonly string[]): string {
  const names = assumed.map((name) => CALLED[name] ?? name)
  return names.length ? `Assumed, as nobody said it: ${names.join(', ')}.` : ''
}

function boardFrom(read: Line): Board {
  const { assumed, length_m, width_m, thickness_m, stated_litres, name } = read
  const said = !assumed.includes('family') || !board.value
  const family = said ? read.family_guess : (board.value?.family ?? read.family_guess)
  const dims = { length_m, width_m, thickness_m, stated_litres }
  return { name: name ?? '', family, ...dims, assumed }
}

const families = computed(() => words.value?.families.map((family) => family.name) ?? [])
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :placeholder="placeholder"
    persistent-placeholder
    :error-messages="own || fault(`facts.${field}`)"
    :messages="confirm"
    @keydown.enter="take"
    @blur="take"
  />
  <v-select
    v-if="board"
    :label="kind"
    :items="families"
    :model-value="board.family"
    @update:model-value="
      setFacts({
        [field]: {
          ...board,
          family: $event,
          assumed: (board.assumed ?? []).filter((one) => one !== 'family'),
        },
      })
    "
  />
</template>
