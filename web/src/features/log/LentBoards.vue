<script setup lang="ts">
// Demo boards: which two would settle the size; those that are out, until when, and how they felt.
import { ref, watch } from 'vue'
import { api, failureText, unwrap, type DemoPair, type Loan, type Log } from '@/shared/api/client'
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { vDraft } from '@/shared/forms/draft'
import { useSession } from '@/shared/shell/session'
import { dayText, readDay } from '@/shared/units/days'
import { useLog } from './log'

const props = defineProps<{ log: Log }>()
const { lend, changeLoan } = useLog()
const { units } = useSession()
const pair = ref<DemoPair | null>(null)
const fault = ref('')
/** A week from now, unless somebody says another day. */
const due = ref(dayText(new Date(Date.now() + 7 * 86_400_000)))
/** For so long at most a board is lent. */
const MOST_DAYS = 366
const SIZES = [
  { value: 'too small', says: 'too small' },
  { value: 'right', says: 'right' },
  { value: 'too big', says: 'too big' },
] as const

async function find(): Promise<void> {
  try {
    pair.value = await unwrap<DemoPair>(
      api.GET('/api/fittings/{id}/demo-pair/', { params: { path: { id: props.log.fitting_id } } }),
    )
    fault.value = ''
  } catch (error) {
    fault.value = failureText(error)
  }
}
watch(
  () => props.log.fitting_id,
  () => (pair.value = null),
)
async function lendBoth(): Promise<void> {
  const now = new Date()
  const read = readDay(due.value, now, new Date(now.getTime() + MOST_DAYS * 86_400_000))
  fault.value = 'fault' in read ? read.fault : ''
  if ('fault' in read || !pair.value) return
  if (
    await lend(
      pair.value.boards.map((one) => one.id),
      read.value,
    )
  )
    pair.value = null
}
function felt(loan: Loan, size: NonNullable<Loan['felt']>): void {
  void changeLoan(loan.id, { felt: loan.felt === size ? null : size })
}
</script>

<template>
  <section aria-label="Demo boards">
    <h2>Demo boards</h2>
    <ul v-if="log.loans.length">
      <li v-for="loan in log.loans" :key="loan.id" :data-loan="loan.name">
        <p>
          <b>{{ loan.name }}</b> <span class="hand">{{ loan.line[units] }}</span>
          <span :class="{ late: loan.overdue }">
            {{
              loan.back_at ? 'back' : loan.overdue ? `due since ${loan.due}` : `until ${loan.due}`
            }}
          </span>
          <button
            v-if="!loan.back_at"
            type="button"
            class="plain link"
            @click="changeLoan(loan.id, { back: true })"
          >
            it is back
          </button>
        </p>
        <p role="group" :aria-label="`size: ${loan.name}`">
          <ChoiceButtons
            :options="SIZES"
            :chosen="loan.felt"
            @choose="(size) => felt(loan, size)"
          />
          <button
            type="button"
            class="plain choice"
            :aria-pressed="loan.home === true"
            @click="changeLoan(loan.id, { home: loan.home !== true })"
          >
            would take it home
          </button>
        </p>
      </li>
    </ul>
    <p v-if="pair" data-pair>{{ pair.says }}</p>
    <template v-if="pair?.boards.length">
      <ol>
        <li v-for="one in pair.questions" :key="one" class="quiet">{{ one }}</li>
      </ol>
      <p>
        <label
          >until
          <input
            v-draft="due"
            aria-label="Lent until"
            @change="due = ($event.target as HTMLInputElement).value"
        /></label>
        <button type="button" class="plain link" @click="lendBoth">lend both</button>
      </p>
    </template>
    <p v-else-if="!pair">
      <button type="button" class="plain link" @click="find">
        which two would settle the size?
      </button>
    </p>
    <p v-if="fault" class="late" role="alert">{{ fault }}</p>
  </section>
</template>

<style scoped>
h2 {
  margin: 10px 0 0;
  font: 600 15px var(--sans);
}
p {
  margin: 2px 0;
}
ul {
  margin: 0;
  padding: 0;
}
ul li {
  list-style: none;
  border-top: 1px dotted var(--hairline);
}
ol {
  margin: 0;
  padding-left: 18px;
}
.hand {
  font: 15px var(--hand);
  color: var(--note);
}
.quiet {
  color: var(--soft-ink);
}
.late {
  color: var(--pencil-text);
}
input {
  width: 96px;
  margin-left: 4px;
  background: none;
  color: inherit;
  border: 0;
  border-bottom: 1px solid var(--ink);
}
</style>
