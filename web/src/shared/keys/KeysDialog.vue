<script setup lang="ts">
import { vFocused } from './focused'
import type { KeyRow } from './keymap'

const open = defineModel<boolean>({ required: true })
defineProps<{ keys: readonly KeyRow[] }>()
</script>

<template>
  <v-dialog v-model="open" aria-label="Keys">
    <div class="keys">
      <p class="guide">
        <router-link v-focused to="/guide" @click="open = false">The guide</router-link>: what the
        words, bands and marks mean, and how far to trust the numbers.
      </p>
      <h2>Keys</h2>
      <dl>
        <template v-for="row in keys" :key="row.shown">
          <dt>{{ row.shown }}</dt>
          <dd>{{ row.says }}</dd>
        </template>
      </dl>
      <p><router-link to="/addresses">the API, for programs</router-link></p>
      <v-btn @click="open = false">Close</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
.keys {
  padding: 20px 24px;
  background: var(--foam);
}
h2 {
  margin: 0 0 8px;
  font: 600 22px var(--serif);
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 20px;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
</style>
