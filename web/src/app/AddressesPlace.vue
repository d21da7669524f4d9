<script setup lang="ts">
// The API for who writes a program against it. To be read in five seconds: which addresses there are, what each
// takes and answers.
import { computed, onMounted, ref } from 'vue'
import { NO_ANSWER } from '@/shared/api/client'
import { usePageTitle } from '@/shared/shell/pageTitle'
import TopBar from '@/shared/shell/TopBar.vue'

interface Operation {
  summary?: string
  description?: string
  parameters?: { name: string; in: string; required?: boolean; description?: string }[]
  requestBody?: { content: Record<string, { schema: { $ref?: string } }> }
  responses: Record<
    string,
    { description?: string; content?: Record<string, { schema: { $ref?: string } }> }
  >
}
interface Described {
  info: { version: string; description: string }
  openapi: string
  paths: Record<string, Record<string, Operation>>
  components: { schemas: Record<string, unknown> }
}

const found = ref<Described | null>(null)
const fault = ref('')
const wanted = ref('')
const shown = ref('')

usePageTitle(() => 'Addresses')
onMounted(async () => {
  const answer = await window.fetch('/api/openapi.json').catch(() => null)
  if (answer?.ok) found.value = (await answer.json()) as Described
  else fault.value = NO_ANSWER
})

const nameOf = (schema: { $ref?: string } | undefined) => schema?.$ref?.split('/').pop() ?? ''
const of = (content: Record<string, { schema: { $ref?: string } }> | undefined) =>
  Object.entries(content ?? {}).map(([kind, { schema }]) => nameOf(schema) || kind)

const rows = computed(() =>
  Object.entries(found.value?.paths ?? {})
    .flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => {
        const answers = Object.entries(operation.responses)
        return {
          key: `${method} ${path}`,
          path,
          method: method.toUpperCase(),
          says: operation.description ?? operation.summary ?? '',
          words: (operation.parameters ?? []).filter((word) => word.in === 'query'),
          takes: of(operation.requestBody?.content),
          gives: answers.filter(([code]) => code < '300').flatMap(([, a]) => of(a.content)),
          refuses: answers.filter(([code]) => code >= '400').map(([code]) => code),
        }
      }),
    )
    .filter((row) => `${row.path} ${row.says}`.toLowerCase().includes(wanted.value.toLowerCase())),
)
const schema = computed(() =>
  shown.value ? JSON.stringify(found.value?.components.schemas[shown.value], null, 1) : '',
)
</script>

<template>
  <div class="whole">
    <TopBar />
    <main>
      <header class="over">
        <h1>Addresses</h1>
        <span v-if="found">
          {{ rows.length }} of the API, version {{ found.info.version }};
          <a href="/api/openapi.json" download>OpenAPI {{ found.openapi }}</a>
        </span>
        <input
          v-model="wanted"
          class="box"
          type="search"
          aria-label="Find an address"
          placeholder="find"
        />
      </header>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <div class="both">
        <table>
          <thead>
            <tr>
              <th scope="col">address</th>
              <th scope="col">what it does</th>
              <th scope="col">takes</th>
              <th scope="col">answers</th>
              <th scope="col">refuses with</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.key">
              <th scope="row">
                <b>{{ row.method }}</b> {{ row.path }}
              </th>
              <td>
                {{ row.says }}
                <span v-if="row.words.length"
                  >?{{ row.words.map((word) => word.name).join(', ') }}</span
                >
              </td>
              <td v-for="(names, i) in [row.takes, row.gives]" :key="i">
                <template v-for="name in names" :key="name">
                  <button
                    v-if="found?.components.schemas[name]"
                    type="button"
                    class="plain link"
                    @click="shown = name"
                  >
                    {{ name }}
                  </button>
                  <span v-else>{{ name }}</span>
                </template>
              </td>
              <td>{{ row.refuses.join(' ') }}</td>
            </tr>
          </tbody>
        </table>
        <aside v-if="shown" aria-label="Document">
          <h2>
            {{ shown }} <button type="button" class="plain" @click="shown = ''">close</button>
          </h2>
          <pre tabindex="0">{{ schema }}</pre>
        </aside>
      </div>
    </main>
  </div>
</template>

<style scoped src="./AddressesPlace.css"></style>
