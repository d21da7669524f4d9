// The board of the strip at which somebody points: most likely the next on the bench.
import { ref } from 'vue'

export const pointed = ref<number | null>(null)
