import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

// The plain TypeScript: what is computed, read, written and queued here. What holds the server's state, and
// everything that is drawn, is driven in a real browser (server/e2e).
const PLAIN = [
  'src/shared/units/*.ts',
  'src/shared/drawing/{cut,drawing}.ts',
  'src/shared/save/*.ts',
  'src/shared/forms/*.ts',
  'src/shared/keys/{keymap,focused}.ts',
  'src/shared/api/lines.ts',
  'src/shared/state/ticketSaver.ts',
  'src/features/fit/{faces,numbers,rackFilters,reader,scale,verdict,whyWords,keymap}.ts',
  'src/features/rack/{photograph,stations,table,wall,wallWalk,words,keymap}.ts',
  'src/features/log/{curves,wear}.ts',
  'src/features/beach/draft.ts',
  'src/shared/log/{behaviours,when}.ts',
  'src/features/water/{breakForm,fields,files,keymap}.ts',
]

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    environment: 'happy-dom',
    // A test has a small server of its own beside the page.
    environmentOptions: { happyDOM: { settings: { fetch: { disableSameOriginPolicy: true } } } },
    include: ['tests/**/*.test.ts'],
    coverage: {
      provider: 'v8',
      include: PLAIN,
      reporter: ['text-summary'],
      thresholds: { branches: 80 },
    },
  },
})
