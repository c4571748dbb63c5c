<script lang="ts">
import { readings, sailings } from './data.js';
import { FareQuote, SailingBoard, TideGauge } from './elements/index.js';

let picked = $state('none');
let breach = $state(0);
let fare = $state('240');
let gauge = $state<ReturnType<typeof TideGauge>>();
</script>

<!-- The crew's tablet: the same board as on the pier, in their own hands. -->
<main>
  <SailingBoard
    port="north"
    maxRows={4}
    {sailings}
    formatTime={(at) => `${at} h`}
    onsailingpick={(event) => (picked = event.detail.sailingId)}
  >
    {#snippet heading()}<h2>North quay</h2>{/snippet}
  </SailingBoard>
  <TideGauge
    bind:this={gauge}
    pier="North"
    {readings}
    highMark={3.2}
    ontidebreach={(event) => (breach = event.detail.level)}
  >
    {#snippet legend()}<p>Red: the car deck closes.</p>{/snippet}
  </TideGauge>
  <FareQuote bind:value={fare} party={{ adults: 2, children: 1, car: 4.2 }} />
  <button type="button" onclick={() => gauge?.refresh()}>Ask the pier again</button>
  <output>picked {picked}, breach {breach}, fare {fare}</output>
</main>
