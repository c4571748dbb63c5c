/** Views of Angular as component classes. */

import type { Type } from '@angular/core';
import type { ViewInput } from '../harness.js';

const made = new Map<unknown, Type<unknown>>();

/** The component of a view. It is made when it is first shown, since making it compiles its template. */
export function componentOf(view: unknown): Type<unknown> {
  const known = made.get(view);
  if (known) return known;
  const component = (view as () => Type<unknown>)();
  made.set(view, component);
  return component;
}

/** What the next view starts with: an application's root component has no one who could give it inputs. */
export function giveFirst(input: ViewInput): void {
  Object.assign(globalThis, { suvetFirstInput: input });
}
