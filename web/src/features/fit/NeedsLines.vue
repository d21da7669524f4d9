<script setup lang="ts">
// What the surfer needs and what the board gives, for the behaviours that matter most to this aim and complaint.
import { computed, ref } from 'vue'
import type { Need } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { scaleOver } from './scale'
import { needText } from './verdict'

const props = defineProps<{ needs: readonly Need[] }>()
defineEmits<{ why: [name: string] }>()
const { masses, units } = useSession()
const text = (value: number, unit: string) => needText(value, unit, units.value, masses.value)
const FIRST = 3
const WIDTH = 104
const all = ref(false)
const shown = computed(() => (all.value ? props.needs : props.needs.slice(0, FIRST)))

function drawn(need: Need) {
  const ends = [
    ...need.span,
    need.low,
    need.high,
    need.gives,
    ...(need.now === null ? [] : [need.now]),
  ]
  const [low, high] = [Math.min(...ends), Math.max(...ends)]
  const room = Math.max((high - low) * 0.06, 1e-9)
  return scaleOver(low - room, high + room, 0, WIDTH)
}

function says(need: Need): string {
  const now = need.now === null ? '' : `, now ${text(need.now, need.unit)}`
  const [low, high] = [text(need.low, need.unit), text(need.high, need.unit)]
  return `${need.name}: needs ${low} to ${high}, gives ${text(need.gives, need.unit)}${now}`
}
</script>

<template>
  <div class="needs">
    <div class="head">
      <span class="label">Needs and gives</span>
      <span class="key"
        ><i class="band" /> needs <i class="dot" /> gives <i class="ring" /> now</span
      >
      <button class="plain link" type="button" :aria-pressed="all" @click="all = !all">
        {{ all ? 'fewer' : 'all' }}
      </button>
    </div>
    <div v-for="need in shown" :key="need.name" class="need" :class="{ short: need.short }">
      <span>{{ need.name }}</span>
      <svg :viewBox="`0 0 ${WIDTH} 14`" role="img" :aria-label="says(need)">
        <title>{{ says(need) }}</title>
        <line x1="0" :x2="WIDTH" y1="7" y2="7" />
        <rect
          :x="drawn(need)(need.low)"
          y="2.5"
          :width="Math.max(drawn(need)(need.high) - drawn(need)(need.low), 3)"
          height="9"
          fill="url(#weave-need)"
        />
        <circle v-if="need.now !== null" :cx="drawn(need)(need.now)" cy="7" r="3.6" class="now" />
        <circle :cx="drawn(need)(need.gives)" cy="7" r="4" />
      </svg>
      <button class="plain value" type="button" title="why" @click="$emit('why', need.why)">
        {{ text(need.gives, need.unit) }}
      </button>
      <span class="word">{{ need.word }}</span>
    </div>
  </div>
</template>

<style scoped src="./NeedsLines.css"></style>
