<script setup lang="ts">
// On which terms the shop sells: its currency, its tax, its own prices of what goes with a board.
import { onMounted, reactive, ref } from 'vue'
import { api, failureText, unwrap, type ShopTerms, type Terms } from '@/shared/api/client'
import BoxField from '@/shared/forms/BoxField.vue'
import BoxSelect from '@/shared/forms/BoxSelect.vue'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ kept: [] }>()
const kept = ref<ShopTerms | null>(null)
const fault = reactive({ field: '', text: '', says: '' })
const PRICES = [
  ['fins', 'a set of fins'],
  ['leash', 'leash'],
  ['pad', 'tail pad'],
  ['wax', 'wax'],
  ['bag', 'bag'],
  ['kit', 'repair kit'],
  ['hire', 'a board for a session'],
] as const
type PriceName = (typeof PRICES)[number][0]

onMounted(async () => {
  kept.value = await unwrap<ShopTerms>(api.GET('/api/shop/terms/')).catch(() => null)
})

/** Write one thing; what is refused stays where it was typed, with the reason. */
async function keep(field: string, text: string, terms: Terms): Promise<void> {
  try {
    kept.value = await unwrap<ShopTerms>(api.PUT('/api/shop/terms/', { body: terms }))
    fault.field = ''
    emit('kept')
  } catch (error) {
    const says = failureText(error)
    Object.assign(fault, { field, text, says })
  }
}
const now = (): Terms => ({ ...kept.value?.terms })
const plain = (text: string) => text.trim().replace(',', '.')

function take(what: Partial<Terms>, field: string, text = ''): void {
  void keep(field, text, { ...now(), ...what })
}
function takePrice(name: PriceName, text: string): void {
  const given = plain(text)
  const value = given === '' ? null : Number.isNaN(Number(given)) ? given : Number(given)
  const prices = { ...now().prices, [name]: value as number | null }
  void keep(name, text, { ...now(), prices })
}
const shown = (field: string, value: string | number | null | undefined) =>
  fault.field === field ? fault.text : String(value ?? '')
</script>

<template>
  <v-dialog v-model="open" max-width="520" aria-label="Prices and tax">
    <div class="terms">
      <h2>Prices and tax</h2>
      <template v-if="kept">
        <BoxSelect
          label="currency"
          :value="kept.currency"
          :options="kept.currencies"
          @change="(currency) => take({ currency: currency as Terms['currency'] }, 'currency')"
        />
        <BoxField
          label="tax, per cent"
          :value="shown('tax_percent', kept.terms.tax_percent)"
          :most="6"
          :wrong="fault.field === 'tax_percent'"
          @change="(text) => take({ tax_percent: plain(text) || '0' }, 'tax_percent', text)"
        />
        <label class="wide">
          <input
            type="checkbox"
            :checked="!!kept.terms.tax_added"
            @change="take({ tax_added: ($event.target as HTMLInputElement).checked }, 'tax_added')"
          />
          it comes on top of the prices; else it is in them
        </label>
        <BoxField
          v-for="[name, says] in PRICES"
          :key="name"
          :label="says"
          :value="shown(name, kept.terms.prices?.[name])"
          :placeholder="String(kept.prices[name] ?? '')"
          :most="8"
          :wrong="fault.field === name"
          @change="(text) => takePrice(name, text)"
        />
        <p class="wide">An empty field holds to the price of the shipped table.</p>
      </template>
      <p v-if="fault.field" class="fault wide" role="alert">{{ fault.says }}</p>
      <button type="button" class="plain link" @click="open = false">close</button>
    </div>
  </v-dialog>
</template>

<style scoped>
.terms {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 16px;
  padding: 18px 24px;
  background: var(--foam);
  overflow-y: auto;
  max-height: 86vh;
}
h2,
.wide {
  grid-column: 1 / -1;
  margin: 0;
}
h2 {
  font: 600 22px var(--serif);
}
</style>
