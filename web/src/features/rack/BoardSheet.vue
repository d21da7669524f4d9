<script setup lang="ts">
// One board. To be read in five seconds: what it is, what it holds and how surely, what to measure next.
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { useSheet } from './sheet'
import { useRack } from '@/shared/state/rack'
import { useTicket } from '@/shared/state/ticket'
import { useWall } from './wallState'
import TopBar from '@/shared/shell/TopBar.vue'
import AboutBoard from './AboutBoard.vue'
import SectionPanel from './SectionPanel.vue'
import ShapePanel from './ShapePanel.vue'
import SheetNumbers from './SheetNumbers.vue'
import TapeDrawing from './TapeDrawing.vue'
import TapeTable from './TapeTable.vue'

const PhotographDialog = defineAsyncComponent(() => import('./PhotographDialog.vue'))
const photograph = ref(false)
const props = defineProps<{ id: number }>()
const router = useRouter()
const { takeDown } = useRack()
const { forget } = useWall()
const { state, open, board, tape, undo, again } = useSheet()
const at = ref<number | null>(null)
const missing = ref(false)
const SAVING = {
  saved: 'saved',
  saving: 'saving …',
  refused: 'not saved: see the field',
  waiting: 'the server is away: kept, trying again',
  gone: 'this board hangs here no more',
  locked: 'not signed in: kept, saved after signing in',
}
const says = computed(() => state.said || SAVING[state.saving])

watch(
  () => props.id,
  async (id) => {
    missing.value = false
    try {
      await open(id)
    } catch {
      missing.value = true
    }
  },
  { immediate: true },
)
watch(
  () => state.saving,
  (now) => now === 'saved' && void again(),
)

async function leave(as: 'sold' | 'taken down'): Promise<void> {
  const name = board.value?.name || board.value?.family || 'the board'
  await takeDown(props.id, as, name)
  forget()
  void router.push('/rack')
}

function onTheBench(): void {
  const ticket = useTicket()
  if (ticket.state.fitting) ticket.putOnBench(props.id)
  void router.push('/')
}

function keyed(event: KeyboardEvent): void {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !event.shiftKey) {
    undo()
    event.preventDefault()
  } else if (event.key === 'Escape' && !(event.target as HTMLElement).closest('.v-overlay--active'))
    void router.push('/rack')
}
useEventListener(window, 'keydown', keyed)
usePageTitle(() => board.value?.name || board.value?.family || 'Board')
const FILES = ['pdf', 'svg', 'dxf', 'stl', '3mf', 'csv', 'json'] as const
const FILE_SAYS: Partial<Record<(typeof FILES)[number], string>> = {
  pdf: 'templates 1:1, on A4',
  stl: 'the solid',
  '3mf': 'the solid, with its unit',
  csv: 'stations as a table',
}
</script>

<template>
  <div class="whole">
    <TopBar :says="says">
      <button
        type="button"
        class="plain"
        title="Ctrl+Z"
        :disabled="!state.undo.length"
        @click="undo"
      >
        undo
      </button>
    </TopBar>
    <p v-if="missing" class="nothing" role="alert">
      There is no such board in this shop. <router-link to="/rack">To the rack</router-link>
    </p>
    <main v-else-if="board && tape">
      <header class="over">
        <router-link to="/rack" class="back">the rack</router-link>
        <h1>{{ board.name || board.family }}</h1>
        <span class="hand">{{ tape.hull.line.imperial }}</span>
        <span class="hand metric">{{ tape.hull.line.metric }}</span>
        <nav class="files" aria-label="Take it along">
          <button
            v-may="'change the stock'"
            type="button"
            class="plain link"
            @click="photograph = true"
          >
            from a photograph
          </button>
          <button type="button" class="plain link" @click="onTheBench">on the bench</button>
          <span v-may="'change the stock'" class="acts">
            <button type="button" class="plain link" @click="leave('sold')">sold</button>
            <button type="button" class="plain link" @click="leave('taken down')">
              taken down
            </button>
          </span>
          <a :href="`/api/boards/${id}/tag.pdf`" target="_blank">tag</a>
          <a
            v-for="kind in FILES"
            :key="kind"
            :href="`/api/boards/${id}/board.${kind}`"
            :title="FILE_SAYS[kind]"
            download
            >{{ kind }}</a
          >
        </nav>
      </header>
      <div class="middle">
        <TapeDrawing :board="board" :tape="tape" :at="at" />
        <div class="under">
          <TapeTable v-may:only-read="'change the stock'" @at="at = $event" />
          <div v-may:only-read="'change the stock'" class="more">
            <div>
              <SectionPanel />
              <ShapePanel />
            </div>
            <AboutBoard />
          </div>
        </div>
      </div>
      <SheetNumbers class="side" />
      <PhotographDialog v-if="photograph" v-model="photograph" />
    </main>
  </div>
</template>

<style scoped src="./page.css"></style>
<style scoped src="./BoardSheet.css"></style>
