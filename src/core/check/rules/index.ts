/** The register of rules: one line each. */

import type { Rule } from '../rule.js';
import { deadHandler } from './dead-handler.js';
import { halfPair } from './half-pair.js';
import { invalidValue } from './invalid-value.js';
import { lostValue } from './lost-value.js';
import { moduleNotImported } from './module-not-imported.js';
import { tagNotDeclared } from './tag-not-declared.js';
import { textForNumber } from './text-for-number.js';
import { trappedEvent } from './trapped-event.js';
import { unknownEvent } from './unknown-event.js';
import { unknownName } from './unknown-name.js';
import { unknownSlot } from './unknown-slot.js';
import { unknownTag } from './unknown-tag.js';

export const RULES: readonly Rule[] = [
  unknownTag,
  unknownName,
  unknownEvent,
  unknownSlot,
  lostValue,
  textForNumber,
  deadHandler,
  trappedEvent,
  moduleNotImported,
  tagNotDeclared,
  invalidValue,
  halfPair,
];
