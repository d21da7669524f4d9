<script setup lang="ts">
// The names of the places, apart from the bar: what the bar says changes with every answer, they do not.
const PLACES = [
  { to: '/ticket', name: 'Fit' },
  { to: '/rack', name: 'Rack' },
  { to: '/water', name: 'Water' },
  { to: '/quiver', name: 'Quiver' },
  { to: '/log', name: 'Log' },
  { to: '/orders', name: 'Orders' },
  { to: '/shop', name: 'Shop' },
]
</script>

<template>
  <nav aria-label="Places">
    <router-link
      v-for="place in PLACES"
      :key="place.to"
      :to="place.to"
      :class="{ here: $route.path.startsWith(place.to) }"
      >{{ place.name }}</router-link
    >
  </nav>
</template>

<style scoped src="./PlaceLinks.css"></style>
