<script setup lang="ts">
// Rack. To be read in five seconds: what hangs where along the line, what was asked for and is not there.
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePageTitle } from '@/shared/shell/pageTitle'
import { useRack } from '@/shared/state/rack'
import { useWall } from './wallState'
import { RACK_KEYS } from '@/shared/keys/keyLists'
import TopBar from '@/shared/shell/TopBar.vue'
import UndoBar from '@/shared/shell/UndoBar.vue'
import BoardCard from './BoardCard.vue'
import FindPanel from './FindPanel.vue'
import RackList from './RackList.vue'
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
const WAYS: { by: HungBy; says: string; key: string }[] = [
  { by: 'litres', says: 'litres', key: 'l' },
  { by: 'length_m', says: 'length', key: 'g' },
  { by: 'price', says: 'price', key: 'p' },
  { by: 'days', says: 'days in stock', key: 'd' },
]
const STOCKS = ['new', 'used', 'demo', 'hire', 'ordered']
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

function keyed(event: KeyboardEvent): void {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
  const target = event.target as HTMLElement
  if (target.closest('input, textarea, [role=dialog], .v-overlay--active')) return
  const way = WAYS.find((one) => one.key === event.key)
  if (way) by.value = way.by
  else if (event.key === '/') search.value?.focus()
  else if (event.key === '?') help.value = true
  else if (event.key === 'f') face.value = face.value === 'wall' ? 'list' : 'wall'
  else if (event.key === 'b' && marked.value.length > 1) compare()
  else if (event.key === 'n') void router.push('/rack/in')
  else return
  event.preventDefault()
}
usePageTitle(() => 'Rack')
onMounted(() => {
  void find().then(ask)
  window.addEventListener('keydown', keyed)
})
onBeforeUnmount(() => window.removeEventListener('keydown', keyed))
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
          <button
            v-for="way in WAYS"
            :key="way.by"
            type="button"
            class="plain choice"
            :aria-pressed="by === way.by"
            :title="`key ${way.key}`"
            @click="by = way.by"
          >
            {{ way.says }}
          </button>
        </div>
        <div class="ways" role="group" aria-label="Wall or list">
          <button
            v-for="one in ['wall', 'list'] as const"
            :key="one"
            type="button"
            class="plain choice"
            :aria-pressed="face === one"
            title="key f"
            @click="face = one"
          >
            {{ one }}
          </button>
        </div>
        <div class="ways stocks" role="group" aria-label="Stock">
          <button
            v-for="stock in STOCKS.filter((one) => wall.found?.stocks[one])"
            :key="stock"
            type="button"
            class="plain choice"
            :aria-pressed="wall.looking.stocks.includes(stock)"
            @click="toggle(stock)"
          >
            {{ stock }} {{ wall.found?.stocks[stock] }}
          </button>
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
        <router-link class="in" to="/rack/in" title="key n">bring boards in</router-link>
      </footer>
    </main>
  </div>
</template>

<style scoped>
main {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  gap: 6px;
  padding: 12px 20px 10px;
  min-height: 0;
}
.search {
  width: 270px;
  padding: 5px 10px;
}
h1 {
  min-width: 230px;
}
.over {
  column-gap: 26px;
}
.ways {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.stocks {
  margin-left: auto;
}
.body {
  position: relative;
  min-height: 0;
  grid-row: 3;
  display: grid;
}
.under {
  grid-row: 4;
  display: flex;
  gap: 26px;
  font-size: 13px;
  color: var(--soft-ink);
}
.in {
  margin-left: auto;
}
@media (max-width: 900px) {
  .body {
    height: 620px;
  }
  .over,
  .under {
    flex-wrap: wrap;
  }
}
</style>
