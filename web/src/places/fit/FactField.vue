<script setup lang="ts" generic="T extends number | string">
// A field for one fact: keeps what is typed, says at once what cannot be, shows pencil when nothing
// was said. Saves as one types.
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Read } from '../../units'

const props = defineProps<{
  label: string
  value: T | null | undefined
  assumed?: string
  show: (value: T) => string
  read: (text: string) => Read<T>
  fault?: string
  /** Numbers outside are not taken while one still types: a 7 may become a 75. */
  plausible?: readonly [number, number]
}>()
const emit = defineEmits<{ change: [value: T | null] }>()

const PAUSE_MS = 700
const text = ref('')
const own = ref('')
/** What was last handed over: a refusal speaks of this text and of no other. */
const sent = ref<string | null>(null)
const typing = ref(false)
let timer = 0

const said = computed(() => own.value || (text.value === sent.value ? props.fault : undefined))

function shown(): string {
  return props.value === null || props.value === undefined ? '' : props.show(props.value as T)
}

watch(
  () => [props.value, props.show],
  () => {
    // What was refused stays as it was typed, beside what is said about it.
    const refused = props.fault !== undefined && text.value === sent.value
    if (typing.value || refused) return
    if (sent.value === text.value) sent.value = shown()
    text.value = shown()
  },
  { immediate: true },
)

function typed(now: string): void {
  typing.value = true
  text.value = now
  window.clearTimeout(timer)
  if (ready()) take()
  else timer = window.setTimeout(take, PAUSE_MS)
}

/** Whether what is typed reads well already, so that it may be taken at once. */
function ready(): boolean {
  if (!text.value.trim()) return false
  const read = props.read(text.value)
  if ('fault' in read) return false
  const [low, high] = props.plausible ?? [-Infinity, Infinity]
  return typeof read.value !== 'number' || (read.value >= low && read.value <= high)
}

function take(): void {
  window.clearTimeout(timer)
  own.value = ''
  const read = text.value.trim() ? props.read(text.value) : { value: null }
  if ('fault' in read) {
    own.value = read.fault
    return
  }
  const same = read.value === (props.value ?? null) || text.value === shown()
  if (text.value === sent.value || (same && sent.value === null)) return
  sent.value = same ? null : text.value
  emit('change', same ? (props.value ?? null) : read.value)
}

function left(): void {
  take()
  typing.value = false
  // What was read is written as we write it; what was refused stays as it was typed.
  const read = text.value.trim() ? props.read(text.value) : { value: null }
  if (!('value' in read) || read.value !== (props.value ?? null)) return
  if (sent.value === text.value) sent.value = shown()
  text.value = shown()
}

onBeforeUnmount(() => typing.value && take())
</script>

<template>
  <v-text-field
    :label="label"
    :model-value="text"
    :placeholder="assumed"
    :persistent-placeholder="!!assumed"
    :error-messages="said"
    @update:model-value="typed(String($event ?? ''))"
    @keydown.enter="take"
    @blur="left"
  />
</template>
