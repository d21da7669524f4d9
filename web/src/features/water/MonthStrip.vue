<script setup lang="ts">
// The months: days worth going on the board on the bench and on the present one, or the usual face. A month is
// taken by clicking on it.
import { computed } from 'vue'
import type { BreakClimate, SurfableDays } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { heightOf } from '@/shared/units/units'
import { faceSays } from '@/shared/units/waveMap'

const props = defineProps<{
  gives: BreakClimate
  worth: SurfableDays | null
  name: string
  body: number
  months: readonly number[]
}>()
defineEmits<{ month: [month: number] }>()
const { words, units, faces } = useSession()
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const HIGH = 70

const bars = computed(() => {
  const worth = props.worth?.worth
  const months = props.gives.climate?.months ?? []
  const river = props.gives.river?.months ?? []
  const most = worth
    ? Math.max(1, ...worth.months.map((row) => Math.max(row.days, row.days_other ?? 0)))
    : Math.max(0.1, ...months.map((row) => row.face_m ?? 0))
  return NAMES.map((name, i) => {
    const days = worth?.months[i]
    const face = months[i]?.face_m ?? null
    const share = river[i]
    if (days)
      return {
        name,
        high: (days.days / most) * HIGH,
        other: days.days_other === null ? null : (days.days_other / most) * HIGH,
        says: String(Math.round(days.days)),
        long: `${name}: ${Math.round(days.days)} days on this board${
          days.days_other === null ? '' : `, ${Math.round(days.days_other)} on the present one`
        }, on ${Math.round(days.neither)} neither is worth going`,
      }
    if (props.gives.river) {
      const says = share === null || share === undefined ? '–' : `${Math.round(share * 100)}`
      return { name, high: (share ?? 0) * HIGH, other: null, says, long: `${name}: ${says} %` }
    }
    // Twelve words of body height have no room beside each other: figures, whatever else is said in words.
    const over = faces.value === 'back' ? (words.value?.face_over_back ?? 2) : 1
    const says = face === null ? '–' : heightOf(face / over, units.value)
    const word =
      face === null ? '' : `, ${faceSays(face, words.value, props.body, units.value, faces.value)}`
    return {
      name,
      high: ((face ?? 0) / most) * HIGH,
      other: null,
      says,
      long: `${name}: ${says}${word}`,
    }
  })
})
const title = computed(() => {
  const worth = props.worth?.worth
  if (worth) {
    const who = props.name ? `, for ${props.name}` : ''
    return `Month by month: days worth going${who} on ${props.worth?.board}`
  }
  return props.gives.river
    ? 'Month by month: % of the hours in which it works'
    : 'Month by month: the usual face'
})
const year = computed(() => {
  const worth = props.worth?.worth
  if (!worth) return ''
  const other =
    worth.days_other === null
      ? ''
      : ` ${Math.round(worth.days_other)} on ${props.worth?.present} (thin).`
  return `${Math.round(worth.days)} days in a year with ${worth.rides_an_hour} rides in the best hour.${other} ${Math.round(worth.neither)} for neither.`
})
</script>

<template>
  <section class="months" aria-label="Month by month">
    <h2>{{ title }}</h2>
    <div class="bars">
      <button
        v-for="(bar, i) in bars"
        :key="bar.name"
        type="button"
        class="plain month"
        :aria-pressed="months.includes(i + 1)"
        :title="bar.long"
        @click="$emit('month', i + 1)"
      >
        <span class="says">{{ bar.says }}</span>
        <svg width="100%" :height="HIGH + 2" preserveAspectRatio="none" aria-hidden="true">
          <rect
            class="bar"
            x="14%"
            width="58%"
            :y="HIGH + 2 - bar.high"
            :height="bar.high"
            :class="{ out: months.length > 0 && !months.includes(i + 1) }"
          />
          <rect
            v-if="bar.other !== null"
            class="other"
            x="76%"
            width="14%"
            :y="HIGH + 2 - bar.other"
            :height="bar.other"
          />
        </svg>
        <span class="name">{{ bar.name }}</span>
      </button>
    </div>
    <p v-if="year" class="year">{{ year }}</p>
  </section>
</template>

<style scoped src="./MonthStrip.css"></style>
