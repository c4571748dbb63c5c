/** The register of commands: one line each, in the order the help lists them. */

import type { CommandSpec } from '../command.js';
import { check } from './check.js';
import { demo } from './demo.js';
import { explain } from './explain.js';
import { init } from './init.js';
import { map } from './map.js';
import { probe } from './probe.js';
import { survey } from './survey.js';
import { wrap } from './wrap.js';

export const COMMANDS: readonly CommandSpec[] = [survey, map, wrap, check, probe, explain, init, demo];
