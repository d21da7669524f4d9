<script setup lang="ts">
// One thing that is matched: the needed window as a woven band, the board on the bench as a pencil
// stroke, the present board as a ring, and a word where it falls outside.
import { computed, ref } from 'vue'
import type { Read } from '@/shared/units/units'
import FactField from './FactField.vue'
import { scaleOver } from './scale'

const props = defineProps<{
  title: string
  window: readonly number[]
  bench: number | null
  present: number | null
  show: (value: number) => string
  under: string
  over: string
  /** What the window is, in a sentence. */
  why: string
  read: (text: string) => Read<number>
  pinned: boolean
  /** Whether it can be pinned: litres are the ruler's. */
  pins: boolean
}>()
const emit = defineEmits<{ pin: [value: number | null] }>()
const open = ref(false)
const [WIDTH, LINE] = [296, 7]

const low = computed(() => props.window[0] ?? 0)
const high = computed(() => props.window[1] ?? 0)
const scale = computed(() => {
  const all = [low.value, high.value, props.bench, props.present].filter((v) => v !== null)
  const [least, most] = [Math.min(...all), Math.max(...all)]
  const room = Math.max((most - least) * 0.25, high.value * 0.02)
  return scaleOver(least - room, most + room, 0, WIDTH)
})
const off = computed(() => {
  if (props.bench === null) return ''
  const span = Math.max(high.value - low.value, high.value * 0.02)
  const by = props.bench < low.value ? low.value - props.bench : props.bench - high.value
  if (by <= 1e-6) return ''
  const word = props.bench < low.value ? props.under : props.over
  return by > span ? `too ${word}` : word
})
const says = computed(() =>
  props.pinned
    ? `pinned at ${props.show(low.value)}`
    : `${props.show(low.value)} to ${props.show(high.value)}`,
)
</script>

<template>
  <div class="window" role="group" :aria-label="title">
    <div class="words">
      <button
        class="plain label"
        type="button"
        title="why, and pin"
        aria-haspopup="dialog"
        @click="open = true"
      >
        {{ title }}
        <!-- Made when it is opened: eight menus redrawn at every answer cost more than the lines. -->
        <v-menu
          v-if="open"
          v-model="open"
          activator="parent"
          :open-on-click="false"
          :close-on-content-click="false"
          location="top start"
        >
          <div class="sheet editor" role="dialog" :aria-label="`Why ${title.toLowerCase()}`">
            <p>{{ why }}</p>
            <FactField
              v-if="pins"
              label="Pin at"
              :plausible="[low * 0.6, high * 1.6]"
              :value="pinned ? low : null"
              :show="show"
              :read="read"
              @change="emit('pin', $event)"
            />
            <p v-else>The handle on the ruler sets the litres.</p>
            <span class="ends">
              <button
                v-if="pins && bench !== null && !pinned"
                class="plain"
                type="button"
                @click="emit('pin', bench)"
              >
                as on the bench, {{ show(bench) }}
              </button>
              <button v-if="pinned" class="plain" type="button" @click="emit('pin', null)">
                take the pin out
              </button>
              <button class="plain" type="button" @click="open = false">close</button>
            </span>
          </div>
        </v-menu>
      </button>
      <span class="need">{{ says }}</span>
      <span class="off">{{ off }}</span>
      <span class="now">{{ bench === null ? '' : show(bench) }}</span>
    </div>
    <svg :viewBox="`0 0 ${WIDTH} 14`" aria-hidden="true">
      <line x1="0" :x2="WIDTH" :y1="LINE" :y2="LINE" />
      <rect
        :x="scale(low)"
        :y="LINE - 5"
        :width="Math.max(scale(high) - scale(low), 3)"
        height="10"
        fill="url(#weave-need)"
      />
      <circle v-if="present !== null" :cx="scale(present)" :cy="LINE" r="4" />
      <line
        v-if="bench !== null"
        class="stroke"
        :x1="scale(bench)"
        :x2="scale(bench)"
        y1="0"
        y2="14"
      />
    </svg>
  </div>
</template>

<style scoped src="./WindowLine.css"></style>
