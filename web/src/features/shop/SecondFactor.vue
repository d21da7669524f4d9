<script setup lang="ts">
// A second factor by an app on the phone: set up by a picture, confirmed by its first figures.
import { onMounted, ref } from 'vue'
import { api, failureText, unwrap, type SecondFactor } from '@/shared/api/client'

const state = ref<SecondFactor | null>(null)
const code = ref('')
const password = ref('')
const turningOff = ref(false)
const fault = ref('')

async function ask(call: () => Promise<SecondFactor>): Promise<void> {
  try {
    state.value = await call()
    fault.value = code.value = password.value = ''
    turningOff.value = false
  } catch (error) {
    fault.value = failureText(error)
  }
}
const PATH = '/api/me/second-factor/'
onMounted(() => ask(() => unwrap<SecondFactor>(api.GET(PATH))))
const begin = () => ask(() => unwrap<SecondFactor>(api.POST(PATH)))
const confirm = () => ask(() => unwrap<SecondFactor>(api.PUT(PATH, { body: { code: code.value } })))
const off = () =>
  ask(() => unwrap<SecondFactor>(api.PATCH(PATH, { body: { password: password.value } })))
</script>

<template>
  <section v-if="state" aria-label="Second factor" :data-on="state.on">
    <h2>Second factor</h2>
    <template v-if="state.on">
      <p>On: six figures of your app are asked for beside the password.</p>
      <div v-if="state.recovery_codes.length" class="recovery">
        <p>
          <b
            >For a day without the phone, each once. Write them down now; they are not shown
            again.</b
          >
        </p>
        <ul aria-label="Recovery codes">
          <li v-for="word in state.recovery_codes" :key="word">{{ word }}</li>
        </ul>
      </div>
      <p v-else class="quiet">{{ state.recovery_left }} recovery codes are left.</p>
      <form v-if="turningOff" @submit.prevent="off">
        <label
          >Password
          <input v-model="password" type="password" required autocomplete="current-password" />
        </label>
        <button type="submit" class="plain link">turn it off</button>
      </form>
      <button v-else type="button" class="plain link" @click="turningOff = true">
        turn it off
      </button>
    </template>
    <template v-else-if="state.secret">
      <p>Photograph this with an app for one-time figures, or type the secret into it.</p>
      <p class="pair">
        <img :src="state.picture ?? ''" alt="The secret as a picture" width="180" height="180" />
        <span class="secret">{{ state.secret }}</span>
      </p>
      <form @submit.prevent="confirm">
        <label
          >The six figures that it shows
          <input
            v-model="code"
            inputmode="numeric"
            autocomplete="one-time-code"
            required
            minlength="6"
          />
        </label>
        <button type="submit" class="plain link">ask for them from now on</button>
      </form>
    </template>
    <template v-else>
      <p>Off: whoever has your password comes in.</p>
      <button type="button" class="plain link" @click="begin">set it up</button>
    </template>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </section>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
p {
  margin: 2px 0;
}
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: center;
}
img {
  background: #fff;
}
.secret {
  overflow-wrap: anywhere;
  font:
    14px ui-monospace,
    monospace;
}
.recovery ul {
  display: grid;
  grid-template-columns: repeat(4, max-content);
  gap: 0 24px;
  font:
    15px ui-monospace,
    monospace;
}
</style>
