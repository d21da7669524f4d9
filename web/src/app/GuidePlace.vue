<script setup lang="ts">
// The guide. To be read in five seconds: that two minutes are enough for a fitting, and where each word on the
// screens is explained. Its text is docs/guide.md.
import guide from '../../../docs/guide.md'
import { usePageTitle } from '@/shared/shell/pageTitle'
import TopBar from '@/shared/shell/TopBar.vue'

usePageTitle(() => 'Guide')
</script>

<template>
  <div class="whole">
    <TopBar />
    <main tabindex="0" aria-label="Guide">
      <component :is="guide" class="guide" />
    </main>
  </div>
</template>

<style scoped>
main {
  min-height: 0;
  overflow: auto;
  padding: 12px 20px 60px;
}
main :deep(article) {
  max-width: 46rem;
  margin: 0 auto;
  font-size: 16px;
  line-height: 1.5;
}
main :deep(h1) {
  font: 600 30px var(--serif);
}
main :deep(h2) {
  margin: 36px 0 8px;
  font: 600 22px var(--serif);
}
main :deep(img) {
  width: 100%;
  margin: 8px 0;
  border: 1px solid var(--hairline);
}
main :deep(table) {
  border-collapse: collapse;
}
main :deep(th),
main :deep(td) {
  padding: 6px 16px 6px 0;
  text-align: left;
  vertical-align: top;
  border-top: 1px dotted var(--hairline);
}
main :deep(th) {
  font-weight: 600;
}
main :deep(code) {
  padding: 1px 5px;
  font-size: 15px;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
</style>
