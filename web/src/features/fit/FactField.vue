<script setup lang="ts" generic="T">
// A field for one fact. Nothing is taken before it is whole: with Enter, when the field is left, or after a
// pause where a unit or a word ends what was typed. What is refused stays as it was typed, and the fact goes
// back to what it was.
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Read } from '@/shared/units/units'

const props = defineProps<{
  label: string
  value: T | null | undefined
  assumed?: string
  /** The unit of a bare number, shown in the field. */
  unit?: string
  show: (value: T) => string
  read: (text: string) => Read<T>
  fault?: string
}>()
const emit = defineEmits<{ change: [value: T | null] }>()

const PAUSE_MS = 600
const text = ref('')
const own = ref('')
/** What was last handed over: a refusal speaks of this text and of no other. */
const sent = ref<string | null>(null)
const typing = ref(false)
/** What was kept when one began to type; given back where what is typed then is refused. */
let before: T | null = null
let timer = 0

const said = computed(() => own.value || (text.value === sent.value ? props.fault : undefined))

function shown(): string {
  return props.value === null || props.value === undefined ? '' : props.show(props.value)
}

function same(a: T | null | undefined, b: T | null | undefined): boolean {
  return JSON.stringify(a ?? null) === JSON.stringify(b ?? null)
}

watch(
  () => [props.value, props.show],
  () => {
    // What was refused stays as it was typed, beside what is said about it.
    const refused = own.value || (props.fault !== undefined && text.value === sent.value)
    if (typing.value || refused) return
    if (sent.value === text.value) sent.value = shown()
    text.value = shown()
  },
  { immediate: true },
)

/** Whether a unit, a word or a mark ends what is typed: more may follow a bare number. */
const isWhole = (typed: string) => /[a-zäöü'"″′]$/i.test(typed.trim())

function typed(now: string): void {
  if (!typing.value) before = props.value ?? null
  typing.value = true
  text.value = now
  own.value = ''
  window.clearTimeout(timer)
  if (isWhole(now) && 'value' in props.read(now)) timer = window.setTimeout(take, PAUSE_MS)
}

function take(): void {
  window.clearTimeout(timer)
  own.value = ''
  const read = text.value.trim() ? props.read(text.value) : { value: null }
  if ('fault' in read) {
    own.value = read.fault
    // An earlier pause may have handed over a part of this.
    if (typing.value && !same(before, props.value)) emit('change', before)
    return
  }
  const kept = same(read.value, props.value) || text.value === shown()
  if (text.value === sent.value || (kept && sent.value === null)) return
  sent.value = kept ? null : text.value
  emit('change', kept ? (props.value ?? null) : read.value)
}

function left(): void {
  if (!typing.value) return
  take()
  typing.value = false
  // What was read is written as we write it; what was refused stays as it was typed.
  const read = text.value.trim() ? props.read(text.value) : { value: null }
  if (!('value' in read) || !same(read.value, props.value)) return
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
    :suffix="unit && /\d$/.test(text.trim()) ? unit : undefined"
    :error-messages="said"
    @update:model-value="typed(String($event ?? ''))"
    @keydown.enter="take"
    @blur="left"
  />
</template>
