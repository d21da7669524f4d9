<script setup lang="ts">
// How far an order is, the step that follows, and any other with a reason.
import { computed, ref } from 'vue'
import type { OrderState } from '@/shared/api/client'
import BoxField from '@/shared/forms/BoxField.vue'
import BoxSelect from '@/shared/forms/BoxSelect.vue'
import { useOrders } from './orders'
import { countDays } from '@/shared/units/days'

const { orders, step } = useOrders()
const order = computed(() => orders.order)
const TRACK: OrderState[] = [
  'quoted',
  'ordered',
  'deposit',
  'shaping',
  'glassing',
  'arrived',
  'collected',
]
const DOES: Record<OrderState, string> = {
  quoted: 'back to a quote',
  ordered: 'order it',
  deposit: 'deposit paid',
  shaping: 'shaping began',
  glassing: 'glassing began',
  arrived: 'it is here',
  collected: 'collected',
  hung: 'onto the wall',
  'called off': 'call it off',
}
/** Where it stands on the track; one that hangs or was called off left it. */
const at = computed(() => TRACK.indexOf(order.value?.state ?? 'quoted'))
const off = computed(() => at.value < 0)
const other = ref<OrderState | ''>('')
const reason = ref('')

async function takeOther(): Promise<void> {
  if (!other.value || !(await step(other.value, reason.value))) return
  reason.value = ''
  other.value = ''
}
</script>

<template>
  <section v-if="order" class="steps" aria-label="Steps">
    <ol>
      <li
        v-for="(name, i) in TRACK"
        :key="name"
        :class="{ done: i < at, now: i === at }"
        :aria-current="i === at ? 'step' : undefined"
      >
        {{ name }}
      </li>
      <li v-if="off" class="now" aria-current="step">{{ order.state }}</li>
    </ol>
    <span v-if="order.overdue_days" class="fault">{{ countDays(order.overdue_days) }} late</span>
    <button
      v-for="name in order.next_steps"
      :key="name"
      type="button"
      class="do"
      @click="step(name)"
    >
      {{ DOES[name] }}
    </button>
    <span class="other">
      <BoxSelect
        label="another step"
        none="none"
        :value="other"
        :options="order.other_steps"
        @change="(name) => (other = name as OrderState | '')"
      />
      <template v-if="other">
        <BoxField
          label="because"
          :value="reason"
          :most="280"
          :wrong="!!orders.refused.step"
          @change="(text) => (reason = text)"
        />
        <button type="button" class="plain link" @click="takeOther">
          {{ DOES[other] }}
        </button>
      </template>
    </span>
    <span v-if="orders.refused.step" class="fault" role="alert">{{
      orders.refused.step.says
    }}</span>
  </section>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 16px;
}
ol {
  display: flex;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 3px 14px 3px 0;
  color: var(--faint);
  border-top: 3px solid var(--hairline);
}
li.done {
  color: var(--soft-ink);
  border-color: var(--sea);
}
li.now {
  color: var(--ink);
  font-weight: 600;
  border-color: var(--pencil);
}
.other {
  display: flex;
  align-items: end;
  gap: 8px;
  margin-left: auto;
}
</style>
