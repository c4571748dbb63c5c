/** Facts about the server: what it prints for a value, and what becomes of it when the page takes it over. */

import type { ServerRenderer, ViewInput, ViewShape, Views } from '../harness.js';
import type { HostFacts, Kind, ServerFacts, Takeover, Target } from '../profile.js';
import { arrivalText, KINDS, TARGETS } from '../profile.js';
import { arrivalAt, defineNoting, passOver } from './elements.js';
import type { PageViews, Stand } from './page.js';
import { consoleErrorsOf, faultOf, stood } from './page.js';
import { samplesOf } from './samples.js';
import { TARGET_NAMES } from './values.js';

const PRINTED = 'printed';
const TAKEN = 'taken';

export function serverShapes(forms: readonly string[], handlerForm: string): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  const add = (key: string, form: string, target: Target, isHandled: boolean) => {
    shapes[key] = {
      tag: `suvet-server-${Object.keys(shapes).length}`,
      values: [{ form, name: TARGET_NAMES[target] }],
      handlers: isHandled ? [{ form: handlerForm, event: 'click' }] : [],
    };
  };
  for (const form of forms) {
    for (const target of TARGETS) add(`${PRINTED}/${form}/${target}`, form, target, false);
    add(`${TAKEN}/${form}`, form, 'property', true);
  }
  return shapes;
}

/** What the server printed, by key and kind: a document part, or null where printing threw. */
export type Prints = Record<string, Record<string, string | null>>;

/** Prints every view with every kind of value. Runs where the server's code runs. */
export async function printAll(print: ServerRenderer, views: Views): Promise<Prints> {
  const prints: Prints = {};
  for (const [key, view] of Object.entries(views)) {
    const byKind: Record<string, string | null> = {};
    for (const kind of KINDS) {
      try {
        byKind[kind] = await print(view, { values: [samplesOf(kind).first], handlers: [() => {}] });
      } catch {
        byKind[kind] = null;
      }
    }
    prints[key] = byKind;
  }
  return prints;
}

/** Measures what was printed, and takes it over. Runs in a page. */
export async function measureServer(
  page: PageViews,
  forms: readonly string[],
  prints: Prints,
): Promise<HostFacts['server']> {
  const facts: ServerFacts = { printed: {}, takeover: {} };
  for (const form of forms) {
    const byTarget = {} as ServerFacts['printed'][string];
    for (const target of TARGETS) {
      const key = `${PRINTED}/${form}/${target}`;
      const byKind = {} as Record<Kind, string>;
      for (const kind of KINDS)
        byKind[kind] = attributeIn(prints[key]?.[kind] ?? null, page.shapes[key]?.tag ?? '');
      byTarget[target] = byKind;
    }
    facts.printed[form] = byTarget;
    const taken = {} as ServerFacts['takeover'][string];
    for (const kind of KINDS) {
      const html = prints[`${TAKEN}/${form}`]?.[kind] ?? null;
      taken[kind] = {
        plain: await takeover(page, `${TAKEN}/${form}`, kind, html, false),
        shadow: await takeover(page, `${TAKEN}/${form}`, kind, html, true),
      };
    }
    facts.takeover[form] = taken;
  }
  return facts;
}

/** The attribute that a printed element carries: `level="3"`; empty when it carries none of its own. */
function attributeIn(html: string | null, tag: string): string {
  if (html === null) return 'error';
  const element = new DOMParser().parseFromString(html, 'text/html').querySelector(tag);
  const [first] = [...(element?.attributes ?? [])].filter(({ name }) => !isMark(name));
  return first ? `${first.name}=${JSON.stringify(first.value)}` : '';
}

/** Attributes by which hosts find their elements again. */
const isMark = (name: string) => /^(data-(?!level)|ng|_ng)/.test(name);

const NOTHING: Takeover = {
  value: 'error',
  heard: false,
  kept: false,
  rootKept: null,
  errors: true,
  later: 'error',
};

async function takeover(
  page: PageViews,
  key: string,
  kind: Kind,
  html: string | null,
  hasShadow: boolean,
): Promise<Takeover> {
  const tag = page.shapes[key]?.tag ?? '';
  if (html === null || !page.mounter.hydrate) return NOTHING;
  defineNoting(tag, ['level'], ['level']);
  const container = document.body.appendChild(document.createElement('div'));
  const root = hasShadow ? '<template shadowrootmode="open"><slot></slot></template>' : '';
  container.setHTMLUnsafe(html.replace(new RegExp(`(<${tag}[^>]*>)`), `$1${root}`));
  // Firefox leaves elements that come in this way as they are, other than those that its parser makes.
  customElements.upgrade(container);
  const printed = container.querySelector<HTMLElement>(tag);
  if (!printed) throw new Error(`the server printed no ${tag}: ${html}`);
  const printedRoot = printed.shadowRoot;
  const { first, next } = samplesOf(kind);
  let heard = 0;
  const input = (value: unknown): ViewInput => ({ values: [value], handlers: [() => heard++] });
  let standing: Stand | null = null;
  let trouble: string | null = null;
  const errors = await consoleErrorsOf(async () => {
    trouble = await faultOf(async () => {
      const mounted = await page.mounter.hydrate?.(page.views[key], container, input(first));
      if (mounted) standing = stood(container, page, key, mounted);
    });
  });
  const at = standing as Stand | null;
  if (at === null) {
    container.remove();
    return { ...NOTHING, rootKept: hasShadow ? false : null };
  }
  const { element } = at;
  passOver(element, 'level');
  const value = arrivalText(arrivalAt(element, 'level', first, true));
  element.click();
  const laterFault = await faultOf(() => at.update(input(next)));
  const later = laterFault === null ? arrivalText(arrivalAt(element, 'level', next, false)) : 'error';
  const facts: Takeover = {
    value,
    heard: heard === 1,
    kept: element === printed,
    rootKept: hasShadow ? element.shadowRoot !== null && element.shadowRoot === printedRoot : null,
    errors: errors.length > 0 || trouble !== null,
    later,
  };
  await faultOf(() => at.end());
  container.remove();
  return facts;
}
