<script setup lang="ts">
// Filters of the rack strip, in a sheet that opens over it.
import { computed, ref } from 'vue'
import { useSession } from '@/shared/shell/session'
import { useRackFilters } from './rackFilters'
import { useTicket } from '@/shared/state/ticket'
import { readNumber } from '@/shared/units/units'
import FactField from './FactField.vue'

const { words } = useSession()
const { facts } = useTicket()
const { strip, filtering, clear } = useRackFilters()
const open = ref(false)
const says = computed(() =>
  [
    ...strip.stock,
    ...strip.builds,
    ...strip.setups,
    ...(strip.most === null ? [] : [`up to ${strip.most}`]),
    ...(strip.open ? ['open'] : []),
  ].join(', '),
)
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false" location="top start">
    <template #activator="{ props: menu }">
      <button class="plain link filter" type="button" v-bind="menu" :title="says">
        {{ filtering ? `only ${says}` : 'filter' }}
      </button>
    </template>
    <div class="sheet editor" role="dialog" aria-label="Filter the rack">
      <v-select v-model="strip.stock" label="Stock" multiple :items="words?.stocks" />
      <v-select v-model="strip.builds" label="Build" multiple :items="words?.builds" />
      <v-select v-model="strip.setups" label="Fins and boxes" multiple :items="words?.setups" />
      <FactField
        label="Up to, all in"
        :value="strip.most"
        :show="String"
        :read="readNumber"
        @change="strip.most = $event"
      />
      <label><input v-model="strip.open" type="checkbox" /> open to this surfer only</label>
      <span class="ends">
        <button
          v-if="facts.budget"
          class="plain"
          type="button"
          @click="strip.most = facts.budget ?? null"
        >
          within {{ facts.budget }}
        </button>
        <button class="plain" type="button" @click="clear()">show all</button>
        <button class="plain" type="button" @click="open = false">close</button>
      </span>
    </div>
  </v-menu>
</template>

<style scoped>
.filter {
  padding: 2px 0;
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.sheet {
  gap: 14px;
  width: 300px;
}
.ends {
  display: flex;
  gap: 12px;
  color: var(--sea);
}
</style>
