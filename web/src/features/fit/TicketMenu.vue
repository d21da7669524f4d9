<script setup lang="ts">
// The tickets of the shop by name, and what can be done with the one in hand.
import { computed, nextTick, ref, watch } from 'vue'
import { useTicket } from '@/shared/state/ticket'

const { state, fitting, facts, open: openTicket, throwAway } = useTicket()
const open = ref(false)
const wanted = ref('')
const fault = ref('')
const input = ref<HTMLInputElement | null>(null)
const MOST = 200

const place = computed(() => state.list.findIndex((row) => row.id === fitting.value?.id))
const rows = computed(() => {
  const part = wanted.value.trim().toLowerCase()
  const name = (row: (typeof state.list)[number]) => row.name || 'New ticket'
  return state.list
    .filter((row) => `${name(row)} ${row.water}`.toLowerCase().includes(part))
    .sort((a, b) => name(a).localeCompare(name(b)) || b.id - a.id)
    .slice(0, MOST)
})
watch(open, async (now) => {
  if (!now) return
  wanted.value = fault.value = ''
  await nextTick()
  input.value?.focus()
})

async function choose(id: number): Promise<void> {
  open.value = false
  await openTicket(id)
}

async function discard(): Promise<void> {
  try {
    await throwAway()
    open.value = false
  } catch {
    fault.value = 'The server does not answer: the ticket is still there.'
  }
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false" location="bottom start">
    <template #activator="{ props: menu }">
      <button class="plain" type="button" v-bind="menu" title="all tickets by name">
        {{ place + 1 }} of {{ state.list.length }}
      </button>
    </template>
    <div class="sheet" role="dialog" aria-label="Tickets">
      <label>
        <span class="label">tickets by name</span>
        <input ref="input" v-model="wanted" class="box" type="search" autocomplete="off" />
      </label>
      <ul>
        <li v-for="row in rows" :key="row.id">
          <button
            class="plain"
            type="button"
            :aria-current="row.id === fitting?.id || undefined"
            @click="choose(row.id)"
          >
            <b>{{ row.name || 'New ticket' }}</b>
            <span>{{ [row.opened, row.water].filter(Boolean).join(', ') }}</span>
          </button>
        </li>
        <li v-if="!rows.length">nobody of this name</li>
      </ul>
      <button v-may="'advise'" class="plain link" type="button" data-throw @click="discard">
        throw away {{ facts.name ? `the ticket of ${facts.name}` : 'this ticket' }}
      </button>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    </div>
  </v-menu>
</template>

<style scoped>
.sheet {
  width: 320px;
}
label {
  display: grid;
}
ul {
  max-height: 40vh;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}
li button {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  width: 100%;
}
li b {
  font-weight: 500;
}
li [aria-current] b {
  font-weight: 700;
}
li span {
  font-size: 13px;
  color: var(--soft-ink);
}
p {
  margin: 0;
}
</style>
