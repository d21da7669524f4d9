<script setup lang="ts">
// Facts in a row: what was said in ink, what is assumed in pencil.
export interface Piece {
  text: string
  pencil?: boolean
}
defineProps<{ pieces: Piece[] }>()
</script>

<template>
  <span>
    <template v-for="(piece, i) in pieces" :key="i">
      <span v-if="i">, </span>
      <span :class="{ pencilled: piece.pencil }" :title="piece.pencil ? 'assumed' : undefined">{{
        piece.text
      }}</span>
    </template>
  </span>
</template>
