<script setup lang="ts">
// Which of one's shops one works in now; an owner opens a further one.
import { ref } from 'vue'
import { api, failureText, unwrap, type Session } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'

const { session } = useSession()
const opening = ref(false)
const name = ref('')
const fault = ref('')

/** Nothing of one shop stays on the page of another. */
async function moved(call: Promise<Session>): Promise<void> {
  try {
    await call
    window.location.assign('/')
  } catch (error) {
    fault.value = failureText(error)
  }
}
const go = (shop_id: number) =>
  moved(unwrap<Session>(api.PUT('/api/me/shop/', { body: { shop_id } })))
const open = () =>
  moved(unwrap<Session>(api.POST('/api/shops/', { body: { name: name.value.trim() } })))
</script>

<template>
  <section v-if="session" aria-label="Your shops">
    <template v-if="session.shops.length > 1">
      <h2>Your shops</h2>
      <button
        v-for="one in session.shops"
        :key="one.id"
        type="button"
        class="plain choice"
        :aria-pressed="one.id === session.shop_id"
        @click="go(one.id)"
      >
        {{ one.name }} <span class="quiet">{{ one.role }}</span>
      </button>
    </template>
    <template v-if="session.role === 'owner'">
      <form v-if="opening" @submit.prevent="open">
        <label
          >Name of the further shop
          <input v-model="name" required maxlength="80" />
        </label>
        <button type="submit" class="plain link">open it</button>
      </form>
      <button v-else type="button" class="plain link" @click="opening = true">
        open a further shop
      </button>
    </template>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </section>
</template>

<style scoped>
section,
form {
  display: grid;
  gap: 4px;
  justify-items: start;
  margin-top: 16px;
}
h2 {
  margin: 0;
  font: 600 14px var(--sans);
}
.quiet {
  color: var(--soft-ink);
}
.fault {
  margin: 0;
  color: var(--pencil-text);
}
input {
  width: 100%;
  padding: 3px 6px;
  font: inherit;
  color: inherit;
  background: var(--field);
  border: 1px solid var(--field-edge);
}
</style>
