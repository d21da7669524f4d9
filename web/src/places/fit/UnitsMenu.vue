<script setup lang="ts">
// Units in one place; remembered for the person who is signed in.
import { useSession } from '../../state/session'

const { faces, masses, units, prefer } = useSession()
const LENGTHS = [
  ['imperial', 'feet and inches'],
  ['metric', 'metric'],
] as const
const MASSES = [
  ['kg', 'kilograms'],
  ['lb', 'pounds'],
] as const
const FACES = [
  ['words', 'words of body height'],
  ['face', 'face height'],
  ['back', 'from behind'],
] as const
const SHORT = { words: 'words', face: 'face', back: 'behind' }
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: menu }">
      <button class="plain" type="button" title="Units" v-bind="menu">
        {{ units === 'imperial' ? 'ft-in' : 'cm' }} · {{ masses }} · {{ SHORT[faces] }}
      </button>
    </template>
    <div class="sheet" role="dialog" aria-label="Units">
      <fieldset>
        <legend class="label">Lengths</legend>
        <label v-for="[value, says] in LENGTHS" :key="value">
          <input
            type="radio"
            name="units"
            :checked="units === value"
            @change="prefer({ units: value })"
          />
          {{ says }}
        </label>
      </fieldset>
      <fieldset>
        <legend class="label">Masses</legend>
        <label v-for="[value, says] in MASSES" :key="value">
          <input
            type="radio"
            name="masses"
            :checked="masses === value"
            @change="prefer({ masses: value })"
          />
          {{ says }}
        </label>
      </fieldset>
      <fieldset>
        <legend class="label">Waves</legend>
        <label v-for="[value, says] in FACES" :key="value">
          <input
            type="radio"
            name="faces"
            :checked="faces === value"
            @change="prefer({ faces: value })"
          />
          {{ says }}
        </label>
      </fieldset>
    </div>
  </v-menu>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  padding: 14px 18px;
  background: var(--foam);
  border: 1px solid var(--hairline);
}
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
