<script lang="ts">
import type { Readable } from 'svelte/store';
import type { Input } from './input.js';
import { CrewPanel } from './wrappers/index.js';

let { input }: { input: Readable<Input> } = $props();
</script>

{#each $input.items as item (item.key)}
  <CrewPanel watches={item.watches} rowCount={item.rowCount} onwatchpick={item.pick} />
{/each}
