<script setup lang="ts">
import { ref } from 'vue';
import { readings, sailings } from './data.js';
import { FareQuote, SailingBoard, TideGauge } from './elements/index.js';

/** The kiosk on the pier: what sails next, how high the water stands, and what it costs. */
const picked = ref('none');
const breach = ref(0);
const fare = ref('240');
const gauge = ref<InstanceType<typeof TideGauge> | null>(null);
</script>

<template>
  <main>
    <SailingBoard
      port="north"
      :max-rows="4"
      :sailings="sailings"
      :format-time="(at) => `${at} h`"
      @sailing-pick="picked = $event.detail.sailingId"
    >
      <template #heading><h2>North quay</h2></template>
    </SailingBoard>
    <TideGauge
      ref="gauge"
      pier="North"
      :readings="readings"
      :high-mark="3.2"
      @tide-breach="breach = $event.detail.level"
    >
      <template #legend><p>Red: the car deck closes.</p></template>
    </TideGauge>
    <FareQuote v-model="fare" :party="{ adults: 2, children: 1, car: 4.2 }" />
    <button type="button" @click="gauge?.refresh()">Ask the pier again</button>
    <output>picked {{ picked }}, breach {{ breach }}, fare {{ fare }}</output>
  </main>
</template>
