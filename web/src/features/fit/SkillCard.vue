<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useTicket } from '@/shared/state/ticket'
import FactLine, { type Piece } from './FactLine.vue'
import TicketCard from './TicketCard.vue'

defineProps<{ open: boolean }>()
defineEmits<{ toggle: [] }>()
const { words } = useSession()
const { answer, facts, assumed, fault, setFacts } = useTicket()

/** The rung as said, else as what was seen gives it. */
const seen = computed(() => {
  const given = answer.value?.size.assumed.find((fact) => fact.field === 'rung')
  return given ? { rung: String(given.value), why: given.why } : null
})
const rung = computed(() => {
  const name = facts.value.rung ?? seen.value?.rung
  return words.value?.rungs.find((row) => row.name === name)
})
const skills = computed<Record<string, boolean>>(() => facts.value.skills ?? {})
const asked = computed(() => Object.keys(skills.value).length)
const yes = computed(() => Object.values(skills.value).filter(Boolean).length)
const evidence = computed(() => {
  if (!asked.value) return ''
  const count = `${yes.value} of ${asked.value} things asked were seen`
  return seen.value ? `${count}: ${seen.value.why}` : count
})
const oneByOne = ref(false)

/** A digit names a rung, from the first to the last. */
function picked(event: KeyboardEvent): void {
  const row = /^[1-9]$/.test(event.key) ? words.value?.rungs[Number(event.key) - 1] : undefined
  if (!row || event.altKey || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  setFacts({ rung: row.name })
}

function see(name: string, value: boolean): void {
  const { [name]: was, ...rest } = skills.value
  setFacts({ skills: was === value ? rest : { ...rest, [name]: value } })
}

function keyed(event: KeyboardEvent, name: string): void {
  const said = event.key.toLowerCase()
  if (said !== 'y' && said !== 'n') return
  event.preventDefault()
  see(name, said === 'y')
  const rows = [...document.querySelectorAll<HTMLElement>('.skill')]
  const at = rows.findIndex((row) => row.dataset.skill === name)
  rows[at + 1]?.querySelector<HTMLElement>('button')?.focus()
}
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
      <span class="first" :class="{ pencilled: rung && !facts.rung }">{{
        rung?.can_do ?? 'What can they do already?'
      }}</span>
      <span v-if="!facts.rung && asked" class="evidence">{{ yes }} of {{ asked }} seen, </span>
      <FactLine :pieces="feet" />
    </template>
    <fieldset class="ladder" @keydown="picked">
      <legend class="unseen">What they can do</legend>
      <label v-for="(row, i) in words?.rungs" :key="row.name" class="rung" :title="String(i + 1)">
        <input
          type="radio"
          name="rung"
          :checked="row.name === facts.rung"
          @change="setFacts({ rung: row.name })"
        />
        <span :class="{ pencilled: !facts.rung && row.name === seen?.rung }">{{ row.can_do }}</span>
      </label>
    </fieldset>
    <button
      class="plain link more"
      type="button"
      :aria-expanded="oneByOne"
      @click="oneByOne = !oneByOne"
    >
      {{ oneByOne ? 'close the list' : 'or ask one by one' }}{{ asked ? ` (${asked} asked)` : '' }}
    </button>
    <button
      v-if="facts.rung && asked"
      class="plain link more"
      type="button"
      @click="setFacts({ rung: null })"
    >
      let what was seen say it
    </button>
    <ul v-if="oneByOne" class="skills" aria-label="What was seen">
      <li v-for="row in words?.skills" :key="row.name" class="skill" :data-skill="row.name">
        <span :id="`skill-${row.name}`">{{ row.says }}</span>
        <span
          role="group"
          :aria-labelledby="`skill-${row.name}`"
          @keydown="keyed($event, row.name)"
        >
          <button
            v-for="[word, value] in [
              ['yes', true],
              ['no', false],
            ] as const"
            :key="word"
            type="button"
            class="plain choice"
            :aria-pressed="skills[row.name] === value"
            @click="see(row.name, value)"
          >
            {{ word }}
          </button>
        </span>
      </li>
    </ul>
    <p v-if="evidence" class="evidence" data-evidence>{{ evidence }}</p>
    <p v-if="fault('facts.rung')" class="fault" role="alert">{{ fault('facts.rung') }}</p>
    <v-select
      label="How they ride"
      :items="[
        { title: 'active: pumps and turns', value: 'active' },
        { title: 'relaxed: lets it run', value: 'relaxed' },
      ]"
      :model-value="facts.style ?? null"
      :placeholder="String(assumed.get('style') ?? '')"
      persistent-placeholder
      @update:model-value="setFacts({ style: $event })"
    />
    <div class="pair">
      <v-select
        label="Weight on the foot"
        :items="words?.foot_weight"
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

<style scoped src="./SkillCard.css"></style>
