<script setup lang="ts">
// A ticket that was changed last while other numbers stood in the tables: what those answered first.
import { computed, ref, watch } from 'vue'
import { api, unwrap, type FittingNumbers } from '@/shared/api/client'
import { shortDay } from '@/shared/log/when'
import { useTicket } from '@/shared/state/ticket'

const { fitting } = useTicket()
const found = ref<FittingNumbers | null>(null)
watch(
  () => fitting.value?.id,
  async (id) => {
    found.value = null
    if (!id) return
    const params = { path: { id } }
    const says = await unwrap<FittingNumbers>(
      api.GET('/api/fittings/{id}/numbers/', { params }),
    ).catch(() => null)
    if (fitting.value?.id === id) found.value = says
  },
  { immediate: true },
)
const says = computed(() => {
  const it = found.value
  if (!it) return ''
  if (!it.known) return 'changed last with the numbers of another version of Chord'
  const when = it.at ? `the numbers of ${shortDay(it.at)}` : 'the numbers that ship'
  if (!it.then) return `changed last with ${when}: no answer by them`
  if (JSON.stringify(it.then) === JSON.stringify(it.now)) return `${when} answered the same`
  const { family, target_l } = it.then
  const board = it.board_then && `, first ${it.board_then}`
  return `by ${when}: ${family}, ${target_l.toFixed(1)} L${board}`
})
const changed = computed(() => found.value?.changed.map((one) => one.says).join('; ') ?? '')
</script>

<template>
  <dl v-if="says">
    <dt>Then</dt>
    <dd data-then :title="changed && `changed since: ${changed}`">{{ says }}</dd>
  </dl>
</template>

<style scoped src="./SideLine.css"></style>
