<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const keys: [string, string][] = [
  ['/ or just type', 'the reader: dims, 75 kg, waist, a name'],
  ['Alt+1 … Alt+5', 'body, can do, rides now, water, wants'],
  ['1 … 7', 'in “can do”: a rung; y or n answers what was seen'],
  ['Esc', 'close a card'],
  ['Alt+L', 'the litre handle; then ← →, Shift for 2 L, Delete to let go'],
  ['Alt+R', 'the rack; then ← →, Enter puts a board on the bench, + beside it, w why not'],
  ['Alt+B', 'the next face of the bench; on the board ← → slide the straight-edge'],
  ['Alt+W', 'why not the one on the bench'],
  ['Alt+C', 'the customer’s side; Esc turns back'],
  ['Alt+P', 'print the page to take home'],
  ['Alt+N', 'a blank ticket'],
  ['Alt+← Alt+→', 'the ticket before, the next'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
  ['?', 'this list'],
]
</script>

<template>
  <v-dialog v-model="open" aria-label="Keys">
    <div class="keys">
      <h2>Keys</h2>
      <dl>
        <template v-for="[key, what] in keys" :key="key">
          <dt>{{ key }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
      <v-btn autofocus @click="open = false">Close</v-btn>
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
