<script lang="ts">
import type { Item } from './input.js';

let { item }: { item: Item } = $props();
let panel = $state<HTMLElement & { watches: unknown }>();
$effect(() => {
  if (panel) panel.watches = item.watches;
});
$effect(() => {
  const heard = (event: Event) => item.pick(event);
  panel?.addEventListener('watch-pick', heard);
  return () => panel?.removeEventListener('watch-pick', heard);
});
</script>

<crew-panel bind:this={panel} row-count={item.rowCount}></crew-panel>
