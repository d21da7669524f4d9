<script setup lang="ts">
// Rack. To be read in five seconds: what hangs where along the line, what was asked for and is not there.
import ChoiceButtons from '@/shared/forms/ChoiceButtons.vue'
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { BOARD_STOCK_WORDS } from '@/shared/api/allowed'
import { useRack } from '@/shared/state/rack'
import { useWall } from './wallState'
import { useKeymap } from '@/shared/keys/keymap'
import TopBar from '@/shared/shell/TopBar.vue'
import UndoBar from '@/shared/shell/UndoBar.vue'
import BoardCard from './BoardCard.vue'
import FindPanel from './FindPanel.vue'
import RackList from './RackList.vue'
import { RACK_KEYS } from './keymap'
import WallView from './WallView.vue'
import type { HungBy } from './wall'

const KeysDialog = defineAsyncComponent(() => import('@/shared/keys/KeysDialog.vue'))
const help = ref(false)
const router = useRouter()
const { wall, ask, find, forget, searching, clear, rows } = useWall()
const { rack, hangAgain, forgetLeft } = useRack()

async function again(): Promise<void> {
  await hangAgain()
  forget()
  await find()
}
const face = ref<'wall' | 'list'>('wall')
const by = ref<HungBy>('litres')
const looked = ref<{ id: number; x: number; y: number } | null>(null)
const marked = ref<number[]>([])
const search = ref<HTMLInputElement | null>(null)
const WAYS: { value: HungBy; says: string; title: string }[] = [
  { value: 'litres', says: 'litres', title: 'key l' },
  { value: 'length_m', says: 'length', title: 'key g' },
  { value: 'price', says: 'price', title: 'key p' },
  { value: 'days', says: 'days in stock', title: 'key d' },
]
const FACES = [
  { value: 'wall', says: 'wall', title: 'key f' },
  { value: 'list', says: 'list', title: 'key f' },
] as const
/** Stocks that there are, with how many boards each has. */
const stocks = computed(() =>
  BOARD_STOCK_WORDS.flatMap((value) => {
    const many = wall.found?.stocks[value]
    return many ? [{ value, says: `${value} ${many}` }] : []
  }),
)
const MOST = 3

let waiting: ReturnType<typeof setTimeout> | undefined
watch(
  () => wall.looking,
  () => {
    clearTimeout(waiting)
    waiting = setTimeout(() => void find(), 60)
  },
  { deep: true },
)

const title = computed(() => {
  const found = wall.found
  if (!found) return ''
  return searching.value
    ? `${found.total} of ${found.all} boards`
    : `${found.all} boards on the wall`
})

function toggle(stock: string): void {
  const now = wall.looking.stocks
  wall.looking.stocks = now.includes(stock) ? now.filter((one) => one !== stock) : [...now, stock]
}

function mark(id: number): void {
  marked.value = marked.value.includes(id)
    ? marked.value.filter((other) => other !== id)
    : [...marked.value, id].slice(-MOST)
}

function open(id: number): void {
  void router.push(`/rack/${id}`)
}

function compare(): void {
  void router.push(`/rack/beside/${marked.value.join(',')}`)
}

useKeymap(RACK_KEYS, {
  find: () => search.value?.focus(),
  byLitres: () => (by.value = 'litres'),
  byLength: () => (by.value = 'length_m'),
  byPrice: () => (by.value = 'price'),
  byDays: () => (by.value = 'days'),
  face: () => (face.value = face.value === 'wall' ? 'list' : 'wall'),
  compare: () => marked.value.length > 1 && compare(),
  bringIn: () => router.push('/rack/in'),
  help: () => (help.value = true),
})
usePageTitle(() => 'Rack')
onMounted(() => void find().then(ask))
const unmet = computed(() => (wall.asked?.fittings ?? []).filter((one) => !one.best.length))
const lately = computed(() => {
  const asked = wall.asked
  if (!asked?.fittings.length) return ''
  const missing = unmet.value.map((one) => `${one.name || 'one'} (${one.family})`).join(', ')
  const nobody = asked.nobody.length
  const served = nobody
    ? `${nobody} ${nobody === 1 ? 'board suits' : 'boards suit'} nobody of the last ${asked.fittings.length} tickets: dotted.`
    : `Every board suits one of the last ${asked.fittings.length} tickets.`
  return [missing ? `Nothing for sale here suits ${missing}.` : '', served]
    .filter(Boolean)
    .join(' ')
})
const names = computed(() => marked.value.map((id) => rows.get(id)?.board.name || String(id)))
</script>

<template>
  <div class="whole">
    <TopBar>
      <input
        ref="search"
        v-model="wall.looking.text"
        class="box search"
        type="search"
        aria-label="Find a board"
        placeholder="/ name, number, colour, family"
      />
      <template #end>
        <button class="plain" type="button" aria-label="Keys" @click="help = true">?</button>
      </template>
    </TopBar>
    <UndoBar v-if="rack.left" :says="rack.left.says" @undo="again" @close="forgetLeft()" />
    <KeysDialog v-if="help" v-model="help" :keys="RACK_KEYS" />
    <main>
      <header class="over">
        <h1>
          <span role="status">{{ title }}</span>
        </h1>
        <div class="ways" role="group" aria-label="Hung by">
          <span class="label">hung by</span>
          <ChoiceButtons :options="WAYS" :chosen="by" @choose="(way) => (by = way)" />
        </div>
        <div class="ways" role="group" aria-label="Wall or list">
          <ChoiceButtons :options="FACES" :chosen="face" @choose="(one) => (face = one)" />
        </div>
        <div class="ways stocks" role="group" aria-label="Stock">
          <ChoiceButtons :options="stocks" :chosen="wall.looking.stocks" @choose="toggle" />
          <FindPanel />
          <button v-if="searching" type="button" class="plain link" @click="clear">show all</button>
        </div>
      </header>
      <p v-if="wall.fault" class="fault" role="alert">{{ wall.fault }}</p>
      <div v-if="wall.found" class="body">
        <p v-if="!wall.found.total" class="nothing">Nothing here hangs like that.</p>
        <template v-else-if="face === 'wall'">
          <WallView
            :found="wall.found"
            :asked="wall.asked"
            :by="by"
            :marked="marked"
            @open="open"
            @mark="mark"
            @look="(id, x, y) => (looked = id ? { id, x, y } : null)"
          />
          <BoardCard v-if="looked" :id="looked.id" :x="looked.x" :y="looked.y" />
        </template>
        <RackList v-else :found="wall.found" :marked="marked" @open="open" @mark="mark" />
      </div>
      <footer class="under">
        <span v-if="lately" class="lately" role="status">{{ lately }}</span>
        <span>A stroke over the tail: used; two: demo; three: hire; a dot: ordered.</span>
        <span v-if="marked.length" class="marks">
          marked: {{ names.join(', ') }}
          <button
            v-if="marked.length > 1"
            type="button"
            class="plain link"
            title="key b"
            @click="compare"
          >
            lay them on each other
          </button>
        </span>
        <router-link class="in" to="/rack/fins">fin wall</router-link>
        <router-link v-may="'change the stock'" to="/rack/in" title="key n"
          >bring boards in</router-link
        >
      </footer>
    </main>
  </div>
</template>

<style scoped src="./RackPlace.css"></style>
