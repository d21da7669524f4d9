<script setup lang="ts">
// What leaves the shop with the board on the bench. To be read in five seconds: which fins, what it all comes
// to, by how much it is over, what to leave out first.
import { computed, onBeforeUnmount, shallowRef, watch } from 'vue'
import type { Gear, GearChoice } from '@/shared/api/client'
import { useTicket } from '@/shared/state/ticket'
import { alsoGear } from '@/shared/state/ticketSaver'
import { useBoardDetails } from './boardDetails'
import { useGearAhead } from './gearAhead'
import GearBuilds from './GearBuilds.vue'
import GearFins from './GearFins.vue'
import GearSum from './GearSum.vue'

const { answer, fitting, setGear, version } = useTicket()
const { askGear, closer, takeGear } = useBoardDetails()
alsoGear.value = true
onBeforeUnmount(() => (alsoGear.value = false))
const { ahead, coming } = useGearAhead()
/** What is shown, and with which board it goes: until the next is answered, what stood there. */
const shown = shallowRef<{ answer: Gear | null; board?: number }>({ answer: null })
watch(
  [ahead, coming, () => closer.gear],
  () => {
    if (ahead.value) shown.value = { answer: ahead.value, board: coming.value ?? undefined }
    else if (coming.value === null)
      shown.value = { answer: closer.gear, board: answer.value?.bench?.id }
  },
  { immediate: true },
)
const gear = computed(() => shown.value.answer?.gear ?? null)
const choice = computed<GearChoice>(() => fitting.value?.gear ?? {})
const stale = computed(() => {
  if (coming.value !== null) return !ahead.value
  return closer.gear?.version !== version.value
})

// Each by itself: what is typed ahead of the answer makes a new ticket of the same version, and asks nothing.
watch(
  [() => version.value, () => answer.value?.bench?.id, () => fitting.value?.id],
  () => {
    // It came along with the change, or it is asked for.
    const along = fitting.value?.gear_answer
    if (along && along.version === version.value) takeGear(along)
    else void askGear()
  },
  { immediate: true },
)

function choose(part: Partial<GearChoice>): void {
  setGear({ ...choice.value, ...part })
}
</script>

<template>
  <div
    v-if="gear?.sum"
    class="gear"
    :class="{ stale }"
    :data-fresh="!stale"
    :data-board="shown.board"
  >
    <div class="left" tabindex="0" role="region" aria-label="Fins and builds">
      <p v-if="shown.answer?.unpicked" class="warn" role="alert">{{ shown.answer.unpicked }}</p>
      <GearFins
        :gear="gear"
        :picked="choice.picked_fins ?? null"
        @pick="(name) => choose({ picked_fins: name })"
      />
      <GearBuilds v-if="gear.builds.length > 1" :gear="gear" />
    </div>
    <GearSum :gear="gear" :choice="choice" @choose="choose" />
  </div>
  <p v-else class="nothing">{{ closer.faults.gear || 'Say mass and what they can do.' }}</p>
</template>

<style scoped>
.gear {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 14px;
  padding-top: 4px;
}
.left {
  min-height: 0;
  overflow-y: auto;
  display: grid;
  gap: 10px;
  align-content: start;
}
.warn {
  color: var(--pencil-text);
}
@media (max-width: 900px) {
  .gear {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
