import { mount } from 'svelte';
import Crew from './crew.svelte';

const target = document.getElementById('app');
if (target) mount(Crew, { target });
