<script setup lang="ts" generic="T extends number | string">
// A field for one fact: keeps what is typed, says at once what cannot be, shows pencil when nothing
// was said. Saves as one types.
import { onBeforeUnmount, ref, watch } from 'vue'
import type { Read } from '../../units'

const props = defineProps<{
  label: string
  value: T | null | undefined
  assumed?: string
  show: (value: T) => string
  read: (text: string) => Read<T>
  fault?: string
}>()
const emit = defineEmits<{ change: [value: T | null] }>()

const PAUSE_MS = 350
const text = ref('')
const own = ref('')
const typing = ref(false)
let timer = 0

function shown(): string {
  return props.value === null || props.value === undefined ? '' : props.show(props.value as T)
}

watch(
  () => [props.value, props.show(0 as T)],
  () => {
    if (!typing.value) text.value = shown()
  },
  { immediate: true },
)

function typed(now: string): void {
  typing.value = true
  text.value = now
  window.clearTimeout(timer)
  timer = window.setTimeout(take, PAUSE_MS)
}

function take(): void {
  window.clearTimeout(timer)
  own.value = ''
  if (text.value === shown()) return
  if (!text.value.trim()) return emit('change', null)
  const read = props.read(text.value)
  if ('fault' in read) own.value = read.fault
  else if (read.value !== props.value) emit('change', read.value)
}

function left(): void {
  take()
  typing.value = false
  if (!own.value && !props.fault) text.value = shown()
}

onBeforeUnmount(() => typing.value && take())
</script>

<template>
  <v-text-field
    :label="label"
    :model-value="text"
    :placeholder="assumed"
    :persistent-placeholder="!!assumed"
    :error-messages="own || fault"
    @update:model-value="typed(String($event ?? ''))"
    @keydown.enter="take"
    @blur="left"
  />
</template>
