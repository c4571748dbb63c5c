/** The register of commands: one line each, in the order the help lists them. */

import type { CommandSpec } from '../command.js';
import { survey } from './survey.js';

export const COMMANDS: readonly CommandSpec[] = [survey];
