<script setup lang="ts">
// Webhooks: programs in the shop's network that are told of changes. To be read in five seconds: who hears of what,
// and whether they took it.
import { onMounted, ref } from 'vue'
import { api, ApiError, NO_ANSWER, unwrap, type Hooks } from '@/shared/api/client'
import { clock, shortDay } from '@/shared/log/when'

type Kind = Hooks['hooks'][number]['kinds'][number]
const KINDS: Kind[] = ['board', 'fins', 'order', 'sale', 'break', 'ticket']
const state = ref<Hooks | null>(null)
const name = ref('')
const url = ref('')
const kinds = ref<Kind[]>(['board'])
const going = ref<number | null>(null)
const fault = ref('')

async function ask(call: Promise<Hooks>): Promise<boolean> {
  try {
    state.value = await call
    fault.value = ''
    return true
  } catch (error) {
    fault.value =
      error instanceof ApiError ? `${error.fault.field}: ${error.fault.message}` : NO_ANSWER
    return false
  }
}
onMounted(() => ask(unwrap<Hooks>(api.GET('/api/shop/hooks/'))))
async function make(): Promise<void> {
  const body = { name: name.value.trim(), url: url.value.trim(), kinds: kinds.value }
  if (await ask(unwrap<Hooks>(api.POST('/api/shop/hooks/', { body })))) name.value = url.value = ''
}
async function end(id: number): Promise<void> {
  going.value = null
  await ask(unwrap<Hooks>(api.DELETE('/api/shop/hooks/{id}/', { params: { path: { id } } })))
}
const when = (at: string) => `${shortDay(at)}, ${clock(new Date(at))}`
</script>

<template>
  <h2>Webhooks</h2>
  <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  <p v-if="state?.secret" class="word" role="status">
    What is sent is signed with this secret, shown this once:
    <code data-secret>{{ state.secret }}</code>
  </p>
  <table v-if="state?.hooks.length" aria-label="Webhooks">
    <tbody>
      <tr v-for="one in state.hooks" :key="one.id" :data-hook="one.name">
        <th scope="row">{{ one.name }}</th>
        <td class="url">{{ one.url }}</td>
        <td>{{ one.kinds.join(', ') }}</td>
        <td>
          <span v-if="one.problem" class="missing"
            >not taken: {{ one.problem
            }}<template v-if="one.next_at"
              >; again at {{ clock(new Date(one.next_at)) }}</template
            ></span
          >
          <span v-else class="quiet">{{
            one.told_at ? `took it ${when(one.told_at)}` : 'nothing to tell yet'
          }}</span>
        </td>
        <td>
          <button
            v-if="going !== one.id"
            type="button"
            class="plain link"
            :aria-label="`end ${one.name}`"
            @click="going = one.id"
          >
            end
          </button>
          <button v-else type="button" class="plain sure" @click="end(one.id)">
            {{ one.name }} is told no more
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="state" class="quiet">
    A program in the shop’s own network can be told what changed, within seconds, instead of asking.
  </p>
  <form aria-label="A further webhook" @submit.prevent="make">
    <label>name <input v-model="name" required maxlength="80" /></label>
    <label
      >address
      <input
        v-model="url"
        required
        maxlength="300"
        size="30"
        placeholder="http://192.168.1.20:8080/chord"
    /></label>
    <fieldset>
      <legend class="unseen">told of changes of</legend>
      <label v-for="kind in KINDS" :key="kind">
        <input v-model="kinds" type="checkbox" :value="kind" /> {{ kind }}
      </label>
    </fieldset>
    <button type="submit" class="plain link">tell it</button>
  </form>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.word {
  padding: 10px 16px;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
code,
.url {
  overflow-wrap: anywhere;
  font:
    14px ui-monospace,
    monospace;
}
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  padding: 0;
  border: 0;
}
</style>
