<script setup lang="ts">
// The shop: its customers, how advice did, who works here, its own numbers, who changed what, one's own sign-in.
import { computed, defineAsyncComponent } from 'vue'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { useSession } from '@/shared/shell/session'
import TopBar from '@/shared/shell/TopBar.vue'
import CustomersFace from './CustomersFace.vue'
import MachinesFace from './MachinesFace.vue'
import OwnDoor from './OwnDoor.vue'
import PeopleFace from './PeopleFace.vue'
import ShopChoice from './ShopChoice.vue'
import TrailFace from './TrailFace.vue'

const AdviceFace = defineAsyncComponent(() => import('./AdviceFace.vue'))
const NumbersFace = defineAsyncComponent(() => import('./NumbersFace.vue'))
const props = defineProps<{ face: string }>()
const { session } = useSession()
const FACES = [
  { face: 'customers', says: 'Customers', right: 'know customers' },
  { face: 'advice', says: 'Advice and sales', right: 'findings' },
  { face: 'people', says: 'People', right: 'people' },
  { face: 'numbers', says: 'Own numbers', right: 'own numbers' },
  { face: 'machines', says: 'API tokens', right: 'people' },
  { face: 'trail', says: 'Trail', right: 'trail' },
  { face: 'door', says: 'Your sign-in', right: 'work here' },
] as const
const faces = computed(() => FACES.filter((one) => session.value?.rights.includes(one.right)))
/** The face of the address, or the first that is open to whoever asks. */
const shown = computed(
  () => faces.value.find((one) => one.face === props.face)?.face ?? faces.value[0]?.face,
)
usePageTitle(() => session.value?.shop ?? 'Shop')
</script>

<template>
  <div class="whole">
    <TopBar />
    <main>
      <aside>
        <h1>{{ session?.shop }}</h1>
        <p class="quiet">You are {{ session?.person }}, {{ session?.role }}.</p>
        <nav aria-label="Of the shop">
          <router-link
            v-for="one in faces"
            :key="one.face"
            :to="`/shop/${one.face}`"
            :aria-current="one.face === shown ? 'page' : undefined"
            >{{ one.says }}</router-link
          >
        </nav>
        <ShopChoice />
      </aside>
      <CustomersFace v-if="shown === 'customers'" />
      <AdviceFace v-else-if="shown === 'advice'" />
      <PeopleFace v-else-if="shown === 'people'" />
      <NumbersFace v-else-if="shown === 'numbers'" />
      <MachinesFace v-else-if="shown === 'machines'" />
      <TrailFace v-else-if="shown === 'trail'" />
      <OwnDoor v-else />
    </main>
  </div>
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 28px;
  min-height: 0;
  padding: 10px 20px;
}
h1 {
  margin: 0;
  font: 600 21px/1.2 var(--serif);
}
.quiet {
  margin: 2px 0 12px;
  color: var(--soft-ink);
}
nav {
  display: grid;
  border-top: 1px solid var(--hairline);
}
nav a {
  padding: 6px 4px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px dotted var(--hairline);
}
nav a[aria-current] {
  font-weight: 600;
  box-shadow: inset 3px 0 var(--pencil);
  padding-left: 10px;
}
@media (max-width: 760px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    overflow-y: auto;
  }
}
</style>
