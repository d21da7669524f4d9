<script setup lang="ts">
// Units in one place; remembered for the person who is signed in.
import { computed } from 'vue'
import { useSession } from './session'

const { atNight, faces, masses, night, units, prefer } = useSession()
const SHORT = { imperial: 'ft-in', metric: 'cm', words: 'words', face: 'face', back: 'behind' }
const groups = computed(() => [
  {
    name: 'units',
    says: 'Lengths',
    now: units.value,
    ways: { imperial: 'feet and inches', metric: 'metric' },
  },
  { name: 'masses', says: 'Masses', now: masses.value, ways: { kg: 'kilograms', lb: 'pounds' } },
  {
    name: 'faces',
    says: 'Waves',
    now: faces.value,
    ways: { words: 'words of body height', face: 'face height', back: 'from behind' },
  },
])
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: menu }">
      <button class="plain" type="button" title="Units and light" v-bind="menu">
        {{ SHORT[units] }} · {{ masses }} · {{ SHORT[faces] }}
      </button>
    </template>
    <div class="sheet" role="dialog" aria-label="Units and light">
      <fieldset v-for="group in groups" :key="group.name">
        <legend class="label">{{ group.says }}</legend>
        <label v-for="(says, way) in group.ways" :key="way">
          <input
            type="radio"
            :name="group.name"
            :checked="group.now === way"
            @change="prefer({ [group.name]: way })"
          />
          {{ says }}
        </label>
      </fieldset>
      <label>
        <input
          type="checkbox"
          :checked="night"
          @change="atNight(($event.target as HTMLInputElement).checked)"
        />
        dark screen
      </label>
    </div>
  </v-menu>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 2px;
  margin: 0;
  padding: 0;
  border: 0;
}
input {
  accent-color: var(--sea);
}
</style>
