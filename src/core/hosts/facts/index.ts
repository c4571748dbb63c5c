/** Everything that is measured of a host: the views it takes, and the facts that the page finds with them. */

import type { ViewShape } from '../harness.js';
import type { HostSyntax } from '../host.js';
import type { HostFacts } from '../profile.js';
import { contentShapes, measureContent } from './content.js';
import { eventShapes, measureEvents, measureListening, measureOwnHandlers } from './events.js';
import { listShapes, measureLists } from './lists.js';
import { makeShapes, measureMakes } from './makes.js';
import { measureNames, nameShapes } from './names.js';
import { inSilence, type PageViews } from './page.js';
import { measurePairs, pairShapes } from './pairs.js';
import { serverShapes } from './server.js';
import { measureValues, valueShapes } from './values.js';

export type { PageViews } from './page.js';

/** The forms of a host's syntax by their ids: all that a page needs to know of it. */
export interface Forms {
  values: readonly string[];
  handlers: readonly string[];
  pairs: readonly string[];
}

export function formsOf(syntax: HostSyntax): Forms {
  return {
    values: syntax.valueForms.map((one) => one.id),
    handlers: syntax.handlerForms.map((one) => one.id),
    pairs: (syntax.pairForms ?? []).map((one) => one.id),
  };
}

/** The views a measurement needs, by key. */
export function allShapes({ values, handlers, pairs }: Forms): Record<string, ViewShape> {
  return {
    ...valueShapes(values),
    ...makeShapes(values),
    ...nameShapes(values),
    ...eventShapes(handlers),
    ...contentShapes(),
    ...listShapes(values[0] ?? '', handlers[0] ?? ''),
    ...pairShapes(pairs),
  };
}

/** The views a measurement of the server needs, by key. */
export function allServerShapes({ values, handlers }: Forms): Record<string, ViewShape> {
  return serverShapes(values, handlers[0] ?? '');
}

/** Measures everything but the server. Runs in a page. */
export function measure(page: PageViews, forms: Forms): Promise<Omit<HostFacts, 'server'>> {
  return inSilence(async () => {
    const events = await measureEvents(page, forms.handlers);
    const values = await measureValues(page, forms.values);
    return {
      values,
      makes: await measureMakes(page, forms.values, values),
      ...(await measureNames(page, forms.values, values)),
      events,
      ownHandlers: await measureOwnHandlers(page, forms.handlers, events),
      listening: await measureListening(page, forms.handlers, events),
      ...(await measureContent(page)),
      list: await measureLists(page),
      pairs: await measurePairs(page, forms.pairs),
    };
  });
}
