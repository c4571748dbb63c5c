/** The register of authoring dialects. One line each; the order carries no meaning. */

import type { Dialect } from '../evidence/evidence.js';
import { asking } from './asking.js';
import { attached } from './attached.js';
import { built } from './built.js';
import { compiled } from './compiled.js';
import { decorated } from './decorated.js';
import { defined } from './defined.js';
import { described } from './described.js';
import { eventDetails } from './event-details.js';
import { eventFields } from './event-fields.js';
import { forCompilers } from './for-compilers.js';
import { given } from './given.js';
import { inputs } from './inputs.js';
import { listed } from './listed.js';
import { marshalled } from './marshalled.js';
import { members } from './members.js';
import { observed } from './observed.js';
import { perClass } from './per-class.js';
import { perElement } from './per-element.js';
import { remote } from './remote.js';
import { table } from './table.js';

export const DIALECTS: readonly Dialect[] = [
  members,
  observed,
  attached,
  asking,
  decorated,
  forCompilers,
  table,
  defined,
  perClass,
  perElement,
  described,
  compiled,
  built,
  listed,
  given,
  eventDetails,
  eventFields,
  marshalled,
  remote,
];

/** Those for a framework's components that are exported as elements. */
export const EXPORTED_DIALECTS: readonly Dialect[] = [inputs];
