<script setup lang="ts">
// The bar over every place: where one is, and what the place puts beside it.
import { defineAsyncComponent, ref, watch } from 'vue'
import PlaceLinks from './PlaceLinks.vue'
import { useSession } from './session'

/** Nobody changes units before the page stands. */
const UnitsMenu = defineAsyncComponent(() => import('./UnitsMenu.vue'))

const props = defineProps<{ says?: string }>()
const { session, signOut } = useSession()

const stays = ref('')
async function leave(): Promise<void> {
  stays.value = ''
  try {
    await signOut()
  } catch {
    stays.value = 'not signed out: the server is away'
  }
}
watch(
  () => props.says,
  () => (stays.value = ''),
)
</script>

<template>
  <header class="top">
    <span class="brand">Chord</span>
    <PlaceLinks />
    <span class="saving" role="status">{{ stays || says }}</span>
    <slot />
    <UnitsMenu />
    <slot name="end" />
    <button class="plain out" type="button" :title="session?.shop ?? ''" @click="leave">
      sign out
    </button>
  </header>
</template>

<style scoped src="./TopBar.css"></style>
