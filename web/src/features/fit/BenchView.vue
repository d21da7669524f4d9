<script setup lang="ts">
// Middle: the bench and its faces: the board lying flat, the waves it works in, its numbers,
// what goes with it, others beside it.
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useBeside } from './beside'
import { useBoardDetails } from './boardDetails'
import { useRouter } from 'vue-router'
import { api, failureText, unwrap, type Order, type OrderIn } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'
import { FACES, type Face } from './faces'
import FlatFace from './FlatFace.vue'

// The first face comes with the page, the others when somebody looks.
const CompareFace = defineAsyncComponent(() => import('./CompareFace.vue'))
const GearFace = defineAsyncComponent(() => import('./GearFace.vue'))
const NumbersFace = defineAsyncComponent(() => import('./NumbersFace.vue'))
const WavesFace = defineAsyncComponent(() => import('./WavesFace.vue'))

defineEmits<{ why: [name: string] }>()
const face = defineModel<Face>({ required: true })
const { answer, facts, fitting, settled, fresh } = useTicket()
const { askFaces } = useBoardDetails()
const align = ref<'tail' | 'wide' | 'nose'>('tail')
const aligns = [
  { value: 'tail', says: 'tail' },
  { value: 'wide', says: 'wide point' },
  { value: 'nose', says: 'nose' },
] as const

const bench = computed(() => answer.value?.bench ?? null)
const other = useBeside()
/** Whose board is laid on the one on the bench. */
const laid = computed(() => {
  if (other.value) return other.value.name
  if (!answer.value?.present) return ''
  return facts.value.name ? `${facts.value.name.split(' ')[0]}’s` : 'the present one'
})
const what = computed(() => {
  const board = bench.value?.board
  if (!board) return ''
  return [board.family, board.stock, board.price].filter(Boolean).join(', ')
})

const router = useRouter()
const fault = ref('')
/** Quote a board of this shape; what is pinned for its kind must not change. */
async function orderIt(): Promise<void> {
  if (!fitting.value || !bench.value) return
  const { id, pinned } = fitting.value
  const kept = pinned?.family === bench.value.board.family ? pinned : {}
  const names = Object.entries(kept).filter(([name, value]) => name !== 'family' && value !== null)
  const measures = names.map(([name]) => name) as OrderIn['pinned']
  const body = { fitting_id: id, board: bench.value.board, pinned: measures }
  try {
    const made = await unwrap<Order>(api.POST('/api/orders/', { body }))
    await router.push(`/orders/${made.id}`)
  } catch (error) {
    fault.value = failureText(error)
  }
}

/** The faces are asked for once the windows stand, so that they never hold them up. */
watch(
  () => [settled.value, fresh.value, bench.value?.id],
  () => {
    if (fresh.value && fitting.value && bench.value?.ranked) void askFaces()
  },
  { immediate: true },
)
</script>

<template>
  <section class="bench" aria-label="Bench">
    <header>
      <span class="faces" role="group" aria-label="Face of the bench">
        <ChoiceButtons
          :options="FACES.map((one) => ({ value: one, says: one }))"
          :chosen="face"
          @choose="(one) => (face = one)"
        />
      </span>
      <span class="what"
        >{{ what }}
        <button
          v-if="bench?.id === 0"
          v-may="'take orders'"
          type="button"
          class="plain link"
          title="a quote for a board of this shape"
          @click="orderIt"
        >
          order it
        </button>
        <span v-if="fault" class="fault" role="alert">{{ fault }}</span></span
      >
      <span
        v-if="laid && face === 'flat'"
        class="aligns"
        role="group"
        :aria-label="`Lay ${laid} on`"
      >
        {{ laid }} laid on at
        <ChoiceButtons :options="aligns" :chosen="align" @choose="(way) => (align = way)" />
      </span>
    </header>
    <CompareFace v-if="face === 'beside'" />
    <p v-else-if="!bench" class="nothing">
      {{ answer?.not_yet || 'No board on the bench yet. Type dims in the box above.' }}
    </p>
    <FlatFace v-else-if="face === 'flat'" :align="align" />
    <GearFace v-else-if="face === 'gear'" />
    <WavesFace v-else-if="face === 'waves'" />
    <NumbersFace v-else @why="$emit('why', $event)" />
  </section>
</template>

<style scoped>
.bench {
  position: relative;
  background: var(--bench);
  padding: 6px 10px 4px;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  font-size: 13px;
  color: var(--soft-ink);
}
.what {
  flex: 1;
}
</style>
