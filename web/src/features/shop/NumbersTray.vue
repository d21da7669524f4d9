<script setup lang="ts">
// Numbers that are being changed: from what to what, what that would do, and why, before it is kept.
import { ref } from 'vue'
import EffectOf from './EffectOf.vue'
import { refusal, written, type useNumbers } from './numbers'

const props = defineProps<{ numbers: ReturnType<typeof useNumbers> }>()
const { changed, refused, effect, current } = props.numbers
const reason = ref('')
const busy = ref(false)
async function keep(): Promise<void> {
  busy.value = true
  if (await props.numbers.keep(reason.value.trim())) reason.value = ''
  busy.value = false
}
</script>

<template>
  <div class="tray" role="group" aria-label="Not kept yet">
    <ul>
      <li v-for="one in changed" :key="one.number.place">
        <span>
          {{ one.number.says }}: {{ written(one.number.value) }} →
          <b>{{ one.text || 'nothing' }}</b> {{ one.number.unit }}
        </span>
        <span v-if="refusal(one.number, one.text)" class="missing" role="alert">
          {{ refusal(one.number, one.text) }}
        </span>
        <button
          v-if="one.number.own && Number(one.text) !== one.number.shipped"
          type="button"
          class="plain link"
          @click="numbers.type(one.number, written(one.number.shipped))"
        >
          what ships
        </button>
        <button
          type="button"
          class="plain link"
          :aria-label="`drop the change of ${one.number.says}`"
          @click="numbers.drop(one.number.place)"
        >
          drop
        </button>
      </li>
    </ul>
    <EffectOf v-if="effect" :effect="effect" :current="current" @stop="numbers.stop" />
    <form @submit.prevent="keep">
      <button type="button" class="plain try" :disabled="!!refused.length" @click="numbers.tryThem">
        what does it do?
      </button>
      <label class="reason"
        >why
        <input v-model="reason" required minlength="5" maxlength="300" size="40" />
      </label>
      <button type="submit" class="plain keep" :disabled="busy || !!refused.length">
        keep {{ changed.length === 1 ? 'it' : `these ${changed.length}` }}
      </button>
    </form>
  </div>
</template>

<style scoped src="./faces.css"></style>
<style scoped>
.tray {
  margin: 0 0 12px;
  padding: 8px 14px;
  background: var(--foam);
  border: 1px solid var(--hairline);
  border-left: 3px solid var(--pencil);
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}
form {
  padding-top: 6px;
}
.reason input {
  width: min(60vw, 380px);
}
.try,
.keep {
  padding: 2px 10px;
  border: 1px solid var(--field-edge);
}
.keep {
  border-color: var(--pencil);
}
button:disabled {
  opacity: 0.55;
}
</style>
