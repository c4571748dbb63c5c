import { proveWrappers } from '../support/wrapper-suite.js';

proveWrappers(['react@16', 'react@17', 'react@18', 'react@19', 'preact@10', 'solid@1']);
