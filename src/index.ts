/**
 * Suvet as a library: the core, which computes and touches nothing outside. Text and plain data go in, plain
 * data comes out; what a function needs from outside (reading a module, say) is handed to it.
 */

export { type CheckedFile, type CheckInput, check } from './core/check/index.js';
export { RULES } from './core/check/rules/index.js';
export { type Kind, kindsOf } from './core/contract/kinds.js';
export * from './core/contract/types.js';
export {
  type ComponentCrossings,
  type Crossing,
  crossings,
  crossingsInto,
  crossingsOf,
  type HostCrossings,
  type HostVersion,
  type ItemKind,
  type Outcome,
} from './core/crossing/index.js';
export { countOutcomes, narrowed, OUTCOMES } from './core/crossing/narrow.js';
export { codeFrame } from './core/findings/frame.js';
export * from './core/findings/types.js';
export type { Host, HostSyntax } from './core/hosts/host.js';
export { HOSTS } from './core/hosts/index.js';
export type { Profile, VersionProfile } from './core/hosts/profile.js';
export type { WrappedFile, WrapRequest } from './core/hosts/wrapping/types.js';
export { trialsOf } from './core/probe/plan.js';
export { differencesOf, type ProbeCell, type ProbeResult } from './core/probe/result.js';
export { type HostProfile, mapPage, type Proof, type ReportModel, reportPage } from './core/report/html.js';
export { junitOf } from './core/report/junit.js';
export { markdownMap } from './core/report/markdown.js';
export { type ModuleReader, type SurveyInput, type SurveyResult, survey } from './core/survey/index.js';
