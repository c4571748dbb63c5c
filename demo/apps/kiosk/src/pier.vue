<script setup lang="ts">
import '@merrow/deck-elements';
import { ref } from 'vue';
import { readings, sailings } from './data.js';

/** The kiosk as it was before its elements were generated: it builds, it runs, and it is wrong in three places. */
const closed = ref(false);
const fare = ref('240');
const hours = (at: string) => `${at} h`;
</script>

<template>
  <main>
    <sailing-board port="north" :max-rows="4" :sailings="sailings" :format-time="hours" />
    <tide-gauge pier="North" :readings="readings" :high-mark="3.2" @tideBreach="closed = true">
      <p slot="legend">{{ closed ? 'The car deck is closed.' : 'All decks are open.' }}</p>
    </tide-gauge>
    <fare-quote v-model.lazy="fare" currency="kr" />
    <output>fare {{ fare }}</output>
  </main>
</template>
