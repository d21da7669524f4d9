<script setup lang="ts">
// Machines that ask the API: a till, a list of stock. To be read in five seconds: which, as what, used when last.
import { onMounted, ref } from 'vue'
import { api, failureText, unwrap, type Tokens } from '@/shared/api/client'
import { clock, shortDay } from '@/shared/log/when'
import HookList from './HookList.vue'

const state = ref<Tokens | null>(null)
const name = ref('')
const role = ref<'advisor' | 'coach' | 'counter'>('counter')
const going = ref<number | null>(null)
const fault = ref('')

async function ask(call: Promise<Tokens>): Promise<boolean> {
  try {
    state.value = await call
    fault.value = ''
    return true
  } catch (error) {
    fault.value = failureText(error)
    return false
  }
}
onMounted(() => ask(unwrap<Tokens>(api.GET('/api/shop/tokens/'))))
async function make(): Promise<void> {
  const body = { name: name.value.trim(), role: role.value }
  if (await ask(unwrap<Tokens>(api.POST('/api/shop/tokens/', { body })))) name.value = ''
}
async function end(id: number): Promise<void> {
  going.value = null
  await ask(unwrap<Tokens>(api.DELETE('/api/shop/tokens/{id}/', { params: { path: { id } } })))
}
</script>

<template>
  <section class="face" aria-label="Machines" tabindex="0">
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-if="state?.word" class="word" role="status">
      Its token, shown this once:
      <code data-token>{{ state.word }}</code>
      <span class="quiet">
        It sends <code>Authorization: Bearer …</code> to the
        <router-link to="/addresses">addresses</router-link> under /api/v1/.
      </span>
    </div>
    <table v-if="state?.tokens.length">
      <thead>
        <tr>
          <th scope="col">machine</th>
          <th scope="col">works as</th>
          <th scope="col">made</th>
          <th scope="col">last used</th>
          <th scope="col"><span class="unseen">what to do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in state.tokens" :key="one.id" :data-machine="one.name">
          <th scope="row">{{ one.name }}</th>
          <td>{{ one.role }}</td>
          <td>{{ shortDay(one.made_at) }}</td>
          <td>
            {{
              one.used_at ? `${shortDay(one.used_at)}, ${clock(new Date(one.used_at))}` : 'never'
            }}
          </td>
          <td>
            <button
              v-if="going !== one.id"
              type="button"
              class="plain link"
              @click="going = one.id"
            >
              end it
            </button>
            <button v-else type="button" class="plain sure" @click="end(one.id)">
              {{ one.name }} asks no more
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="state" class="quiet">No machine asks yet: a till, a list of stock, a web shop.</p>
    <h2>A further machine</h2>
    <form @submit.prevent="make">
      <label>Name <input v-model="name" required maxlength="80" /></label>
      <label
        >works as
        <select v-model="role">
          <option value="counter">counter</option>
          <option value="advisor">advisor</option>
          <option value="coach">coach</option>
        </select>
      </label>
      <button type="submit" class="plain link">make a token</button>
    </form>
    <HookList />
  </section>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.word {
  display: grid;
  gap: 4px;
  margin-bottom: 12px;
  padding: 10px 16px;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
code {
  overflow-wrap: anywhere;
  font:
    14px ui-monospace,
    monospace;
}
a {
  color: var(--sea);
  text-underline-offset: 3px;
}
</style>
