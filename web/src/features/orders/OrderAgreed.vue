<script setup lang="ts">
// What was agreed: who makes it, when it is due, what it costs, how it looks, what the shaper may read.
import { computed } from 'vue'
import BoxField from '@/shared/forms/BoxField.vue'
import { useOrders } from './orders'

const { orders, change } = useOrders()
const order = computed(() => orders.order)
const FIELDS = [
  { name: 'shaper', says: 'shaper', most: 80 },
  { name: 'due', says: 'due', most: 10, hint: '2027-02-28' },
  { name: 'price', says: 'price', most: 9 },
  { name: 'deposit', says: 'deposit', most: 9 },
  { name: 'note', says: 'colour and note', most: 500 },
] as const
type Name = (typeof FIELDS)[number]['name']

const shown = (name: Name) => orders.refused[name]?.text ?? String(order.value?.[name] ?? '')
const EMPTY: Partial<Record<Name, null>> = { due: null, price: null, deposit: null }

function take(name: Name, text: string): void {
  const plain = ['price', 'deposit'].includes(name) ? text.trim().replace(',', '.') : text.trim()
  const value = plain === '' && name in EMPTY ? null : plain
  void change(name, text, { [name]: value })
}
</script>

<template>
  <section v-if="order" class="agreed" aria-label="Agreed">
    <template v-for="field in FIELDS" :key="field.name">
      <BoxField
        :class="{ half: field.name !== 'note' }"
        :label="field.says"
        :value="shown(field.name)"
        :most="field.most"
        :placeholder="'hint' in field ? field.hint : ''"
        :wrong="!!orders.refused[field.name]"
        @change="(text) => take(field.name, text)"
      />
      <span v-if="orders.refused[field.name]" class="fault" role="alert">{{
        orders.refused[field.name]?.says
      }}</span>
    </template>
    <label class="consent">
      <input
        type="checkbox"
        :checked="order.consent"
        @change="change('consent', '', { consent: ($event.target as HTMLInputElement).checked })"
      />
      The surfer agrees that the shaper reads mass, height, age, level and waves. The name stays
      here.
    </label>
  </section>
</template>

<style scoped>
.agreed {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 12px;
}
.agreed > :not(.half) {
  grid-column: 1 / -1;
}
.consent {
  font-size: 13.5px;
}
</style>
