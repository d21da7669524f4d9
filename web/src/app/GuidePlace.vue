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

<style scoped src="./GuidePlace.css"></style>
