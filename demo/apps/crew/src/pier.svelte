<script lang="ts">
import '@merrow/deck-elements';
import { readings, sailings } from './data.js';

let picked = $state('none');
</script>

<!-- The tablet as it was before its elements were generated: it builds, it runs, and it is wrong in three places. -->
<main>
  <sailing-board port="north" {sailings} onsailing-pik={() => (picked = 'one')}></sailing-board>
  <tide-gauge pier="North" {readings} compact="false">
    <p slot="legnd">Red: the car deck closes.</p>
  </tide-gauge>
  <output>picked {picked}</output>
</main>
