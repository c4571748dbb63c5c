/** Types for the scripts of a plain page; markup needs nothing. */

import { tagsFile } from '../wrapping/tags.js';
import type { TaggedComponent, WrappedFile } from '../wrapping/types.js';

export function types(tagged: readonly TaggedComponent[]): WrappedFile[] {
  return [tagsFile(tagged, null)];
}
