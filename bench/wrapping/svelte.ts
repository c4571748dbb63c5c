export { default as Hand } from './hand.svelte';
export { default as Wrapped } from './wrapped.svelte';
