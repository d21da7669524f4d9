<script setup lang="ts">
// Right. To be read in five seconds: does this board fit, and the strongest reason each way.
import { computed, defineAsyncComponent } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import NeedsLines from './NeedsLines.vue'
import { headline, litresLine, notHere, waveLines } from './verdict'
import type { Caution } from '@/shared/api/client'

defineEmits<{ why: [name: string] }>()
const { answer, doubts, facts, fitting, version, settled, water } = useTicket()
const ranked = computed(() => answer.value?.bench?.ranked ?? null)
const who = computed(() => facts.value.name?.split(' ')[0] ?? '')
const { units } = useSession()
const notYet = computed(() => (answer.value ? notHere(answer.value) : ''))
const mind = computed(() => {
  const advice = ranked.value?.advice
  return advice ? [...advice.warnings, advice.does_not, advice.ridden] : []
})
const sentences = (cautions: Caution[] = []) => cautions.map(({ says }) => says)
/** What says that this is no water for them stands above; a leash is said before any board is. */
const cautions = computed(() => [
  ...sentences(answer.value?.size.cautions.filter((one) => one.severity !== 'stop')),
  ...(ranked.value
    ? sentences(ranked.value.cautions)
    : [answer.value?.size.leash ?? ''].filter(Boolean)),
])
/** Why the board suits this customer, in their own facts, and what an advisor would say with it. */
const forIt = computed(() => {
  const [own, measured] = [ranked.value?.advice?.reasons ?? [], ranked.value?.for ?? []]
  return [...own.slice(0, 1), ...measured].slice(0, 2)
})
const river = computed(() => typeof ranked.value?.on_the_wave.stays_on === 'number')
const remembered = computed(() => answer.value?.bench?.remembered ?? [])
const sure = computed(
  () => doubts.value?.stability.find((row) => row.id === answer.value?.bench?.id) ?? null,
)
const fix = computed(() => {
  const found = doubts.value?.fix
  return found?.first ? `${found.fixes[0]?.says} ${found.says}` : ''
})
// No first page waits for what is asked later, or looks three years ahead.
const WhyNot = defineAsyncComponent(() => import('./WhyNot.vue'))
const NumbersSince = defineAsyncComponent(() => import('./NumbersSince.vue'))
const NextStepLine = defineAsyncComponent(() => import('./NextStepLine.vue'))
const label = computed(() => answer.value?.bench?.hull.label ?? null)
const overBudget = computed(() => Math.round(ranked.value?.over_budget ?? 0))
const closed = computed(() => (answer.value?.size.closed ?? []).slice(0, 3))
/** The four facts that give a first answer, and the key of the card that takes each. */
const four = computed<[string, boolean, string][]>(() => [
  ['mass', !!facts.value.mass_kg, 'Alt+1'],
  ['what they can do', !!facts.value.rung, 'Alt+2'],
  ['present board', !!facts.value.present_board, 'Alt+3'],
  ['usual day', !!water.value.usual_m, 'Alt+4'],
])
const place = computed(() => {
  const at = answer.value?.ranking.findIndex((row) => row.id === answer.value?.bench?.id) ?? -1
  const { ranking, behind, shut } = answer.value ?? { ranking: [], behind: [], shut: [] }
  const count = ranking.length + behind.length + shut.length
  return at >= 0 ? `, ${at + 1} of ${count} in the rack` : ''
})
</script>

<template>
  <section v-if="answer" class="verdict" aria-label="Verdict" :data-version="version">
    <div class="body">
      <h2 data-verdict>{{ headline(answer, units) }}</h2>
      <p
        v-for="(says, i) in waveLines(answer)"
        :key="says"
        class="wave"
        :class="{ 'not-yet': says === notYet }"
      >
        {{ says }}
        <button
          v-if="!i && ranked && ranked.fit > 0 && !notYet"
          class="plain ask"
          type="button"
          @click="$emit('why', river ? 'ridden_share' : 'rides_per_hour')"
        >
          why
        </button>
      </p>
      <p v-if="ranked && ranked.fit > 0" class="litres" data-litres>
        <button class="plain number" type="button" title="why" @click="$emit('why', 'expected_l')">
          {{ ranked.litres.toFixed(1) }} L</button
        >: {{ litresLine(answer, settled, who) }}
        <button class="plain number" type="button" title="why" @click="$emit('why', 'fit')">
          <b>Fit {{ Math.min(Math.round(ranked.fit), 100) }}</b></button
        >{{ place }}.
      </p>
      <template v-if="ranked">
        <NeedsLines :needs="answer.bench?.needs ?? []" @why="$emit('why', $event)" />
        <ul data-for aria-label="For">
          <li v-for="(reason, i) in forIt" :key="reason">
            <b v-if="!i" class="side">For</b> {{ reason }}
          </li>
        </ul>
        <ul aria-label="Against">
          <li v-for="(reason, i) in ranked.against" :key="reason">
            <b v-if="!i" class="side against">Against</b> {{ reason }}
          </li>
          <li v-if="overBudget">About {{ overBudget }} over the budget, all in.</li>
        </ul>
        <ul v-if="remembered.length" class="remembered" aria-label="From memory">
          <li v-for="one in remembered" :key="one.of" :class="{ lost: !one.kept }">
            {{ one.says }}
          </li>
        </ul>
        <div class="more">
          <details v-if="mind.length" class="mind">
            <summary>To mind ({{ mind.length }})</summary>
            <ul>
              <li v-for="says in mind" :key="says">{{ says }}</li>
            </ul>
          </details>
          <WhyNot />
        </div>
      </template>
      <dl v-if="ranked && (sure || fix)" class="doubts" data-doubts>
        <template v-if="fix">
          <dt>Try first</dt>
          <dd>{{ fix }}</dd>
        </template>
        <template v-if="sure">
          <dt>How sure</dt>
          <dd>{{ sure.says }}</dd>
        </template>
      </dl>
      <template v-else-if="!ranked && closed.length">
        <h3>Not yet</h3>
        <ul>
          <li v-for="kind in closed" :key="kind.family">{{ kind.reason }}</li>
        </ul>
      </template>
      <dl v-else-if="!ranked && answer.size.missing.length" class="asked">
        <template v-for="[what, said, key] in four" :key="what">
          <dt>{{ what }}</dt>
          <dd>{{ said ? 'said' : key }}</dd>
        </template>
      </dl>
      <NextStepLine v-if="ranked" />
      <NumbersSince v-if="fitting?.other_numbers" />
    </div>
    <ul v-if="cautions.length" class="cautions" aria-label="Cautions">
      <li v-if="label && label.agrees === false">{{ label.says }}</li>
      <li v-for="caution in cautions" :key="caution">{{ caution }}{{ ' ' }}</li>
    </ul>
  </section>
</template>

<style scoped src="./VerdictPanel.css"></style>
