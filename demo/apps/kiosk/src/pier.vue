<script setup lang="ts">
import '@merrow/deck-elements';
import { ref } from 'vue';
import { readings } from './data.js';

/** The kiosk as it was before its elements were generated: it builds, it runs, and it is wrong in three places. */
const closed = ref(false);
const fare = ref('240');
</script>

<template>
  <main>
    <tide-gauge
      pier="North"
      :readings="readings"
      highMark="3.2"
      @tideBreach="closed = true"
    >
      <p slot="legend">{{ closed ? 'The car deck is closed.' : 'All decks are open.' }}</p>
    </tide-gauge>
    <fare-quote v-model.lazy="fare" currency="kr" />
  </main>
</template>
