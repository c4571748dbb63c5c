/** What a survey is given: which modules to look into, and how to reach them. */

import type { Contract } from '../../contract/types.js';
import type { ModuleReader } from './modules.js';

export interface SurveyInput {
  /** The modules to look for registrations in. Others are reached from them as needed. */
  paths: readonly string[];
  /** Other builds of the same modules, demos and tests, looked into only when `paths` hold no component. */
  otherPaths?: readonly string[];
  reader: ModuleReader;
  package: Contract['package'];
  /** The open component manifest that the package ships, as parsed JSON: evidence, never the truth. */
  manifest?: unknown;
  /** The specifier under which users of the package import a module: `./tide-gauge.js`. */
  publicPath: (path: string) => string;
  /** May users of the package import the module? Missing where the package does not say. */
  isPublic?: (path: string) => boolean;
  /** All modules of an installed package are among the paths: what its exports do not lead to cannot be imported. */
  isWhole?: boolean;
}
