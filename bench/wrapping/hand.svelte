<script lang="ts">
import type { Readable } from 'svelte/store';
import type { Input } from './input.js';
import Panel from './panel.svelte';

let { input }: { input: Readable<Input> } = $props();
</script>

{#each $input.items as item (item.key)}
  <Panel {item} />
{/each}
