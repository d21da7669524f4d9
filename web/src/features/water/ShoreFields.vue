<script setup lang="ts">
// How a break lies to the sea: where it looks, what comes in, its buoy, when it works, its tide.
import { SHORE_GOING_WORDS, SHORE_TIDES_WORDS } from '@/shared/api/allowed'
import type { Buoy } from '@/shared/api/client'
import type { Typed } from './breakForm'

const form = defineModel<Typed>('form', { required: true })
defineProps<{ faults: Record<string, string>; buoys: Buoy[]; leftOut: readonly string[] }>()
</script>

<template>
  <p class="label">To the sea: leave “looks to” empty where only remembered days are known</p>
  <div class="grid four">
    <v-text-field
      v-model="form.faces_deg"
      label="Looks to (° from north)"
      :error-messages="faults['shore.faces_deg']"
    />
    <v-text-field
      v-model="form.window_deg"
      label="Open so far to each side (°)"
      :error-messages="faults['shore.window_deg']"
    />
    <v-text-field
      v-model="form.exposure"
      label="Exposure (share that comes in)"
      :error-messages="faults['shore.exposure']"
    />
    <v-text-field
      v-model="form.bottom_slope"
      label="Bottom rises 1 in"
      placeholder="33"
      :error-messages="faults['shore.bottom_slope']"
    />
    <v-text-field
      v-model="form.latitude_deg"
      label="Latitude °N"
      :error-messages="faults['shore.latitude_deg']"
    />
    <v-text-field
      v-model="form.longitude_deg"
      label="Longitude °E"
      :error-messages="faults['shore.longitude_deg']"
    />
    <v-text-field
      v-model="form.utc_offset_h"
      label="Clock ahead of UTC (h)"
      :error-messages="faults['shore.utc_offset_h']"
    />
    <v-text-field
      v-model="form.buoy_km"
      label="Buoy lies off (km)"
      :error-messages="faults['shore.buoy_km']"
    />
    <v-select
      v-model="form.buoy_id"
      label="Buoy"
      clearable
      :items="buoys"
      item-title="name"
      item-value="id"
    />
    <v-text-field
      v-model="form.new_buoy"
      label="or a new buoy called"
      :error-messages="faults.buoy"
    />
    <v-select
      v-model="form.tides"
      label="Works on tide"
      multiple
      :items="SHORE_TIDES_WORDS"
      placeholder="all"
    />
    <v-select v-model="form.going" label="Going" clearable :items="SHORE_GOING_WORDS" />
  </div>
  <div class="grid">
    <v-textarea
      v-model="form.tide"
      class="wide"
      rows="2"
      label="Tide: constant, metres, degrees; one a line"
      placeholder="M2 1.45 112"
      :error-messages="faults.tide_table"
    />
    <v-text-field v-model="form.tide_mean" label="Mean level (m)" />
    <v-select
      v-model="form.sa_from"
      label="Phase of SA counted from"
      :items="[
        { title: 'the equinox, as most tables', value: 'equinox' },
        { title: 'the perihelion', value: 'perihelion' },
      ]"
    />
    <p v-if="leftOut.length" class="hint" data-left-out>
      not worked out here, left out: {{ leftOut.join(', ') }}
    </p>
  </div>
</template>

<style scoped src="./EditBreak.css"></style>
