import { proveWrappers } from '../support/wrapper-suite.js';

proveWrappers(['vue@2.7', 'vue@3', 'svelte@5', 'angular@20']);
