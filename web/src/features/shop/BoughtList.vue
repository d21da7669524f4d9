<script setup lang="ts">
// What somebody bought, where it stood in the advice, and whether it came back.
import { ref } from 'vue'
import { api, failureText, unwrap, type Sale } from '@/shared/api/client'
import { shortDay } from '@/shared/log/when'
import { useSession } from '@/shared/shell/session'

defineProps<{ sales: Sale[] }>()
const emit = defineEmits<{ changed: [] }>()
const { units } = useSession()
const WAYS = ['returned', 'exchanged', 'traded in'] as const
const going = ref<number | null>(null)
const how = ref<(typeof WAYS)[number]>('returned')
const note = ref('')
const fault = ref('')

async function change(id: number, back_as: Sale['back_as'], text = ''): Promise<void> {
  try {
    const body = { back_as, note: text }
    await unwrap<Sale>(api.PATCH('/api/sales/{id}/', { params: { path: { id } }, body }))
    fault.value = note.value = ''
    going.value = null
    emit('changed')
  } catch (error) {
    fault.value = failureText(error)
  }
}
const stood = (one: Sale) => {
  if (one.place === null) return ''
  if (one.place === 1) return 'first of the list'
  return `${one.place}. of the list${one.hit ? ', as good as the first' : ''}`
}
</script>

<template>
  <template v-if="sales.length">
    <h2>Bought</h2>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <table aria-label="Bought">
      <tbody>
        <tr v-for="one in sales" :key="one.id" :data-sale="one.id">
          <td>{{ shortDay(one.sold_at) }}</td>
          <td>
            {{ one.board }} <span class="hand">{{ one.line[units] }}</span>
          </td>
          <td class="quiet">{{ stood(one) }}</td>
          <td>
            <template v-if="one.back_as">
              {{ one.back_as }} {{ one.back_at ? shortDay(one.back_at) : ''
              }}{{ one.note ? `: ${one.note}` : '' }}
              <button type="button" class="plain link" @click="change(one.id, null)">
                it did not
              </button>
            </template>
            <button
              v-else-if="going !== one.id"
              type="button"
              class="plain link"
              @click="going = one.id"
            >
              it came back
            </button>
            <form v-else @submit.prevent="change(one.id, how, note.trim())">
              <select v-model="how" aria-label="How it came back">
                <option v-for="way in WAYS" :key="way">{{ way }}</option>
              </select>
              <label>why <input v-model="note" maxlength="300" /></label>
              <button type="submit" class="plain sure">note it</button>
              <button type="button" class="plain link" @click="going = null">no</button>
            </form>
          </td>
        </tr>
      </tbody>
    </table>
  </template>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.hand {
  font: 16px var(--hand);
  color: var(--note);
}
</style>
