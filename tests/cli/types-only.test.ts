/** Components that only type declarations tell of: a script from elsewhere defines them. */
import { readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import type { Component, Contract } from '../../dist/core/contract/types.js';
import { folder, json, PROJECT, put, suvet } from '../support/run.js';
import { typeFaults } from '../support/type-check.js';
import { COMPILER_OPTIONS } from '../support/wrapped.js';

const HARBOUR = {
  'node_modules/@merrow/harbour-types/package.json': JSON.stringify({
    name: '@merrow/harbour-types',
    version: '2.1.0',
    types: './index.d.ts',
  }),
  'node_modules/@merrow/harbour-types/base.d.ts': `
export declare class HarbourElement extends HTMLElement {
  /** Which quay it belongs to. */
  quay: string;
  protected chart: unknown;
  _drawn: boolean;
  /** @internal */
  plumbing: number;
  static formAssociated: boolean;
  connectedCallback(): void;
  /** Draws it anew. */
  redraw(soon?: boolean): Promise<void>;
}
export interface Lit {
  /**
   * How bright, in lux.
   * @default 40
   */
  brightness: number;
}
interface Fished { fish: string[] }
export declare const Lights: <T>(base: T) => T & (new () => Lit);`,
  'node_modules/@merrow/harbour-types/index.d.ts': `
import { HarbourElement, Lights, type Lit, type Fished } from './base.js';
declare const BUOY: 'harbour-buoy';
declare const SIGN = "harbour-sign";
type Deck = 'car' | 'sun' | 'crew';
interface SignProps {
  /** What stands on it. */
  text: string;
  /** Where it hangs. */
  deck: Extract<Deck, 'car' | 'sun'>;
  hidden: never;
}
interface SignShown extends Pick<SignProps, 'text' | 'deck'> {}
interface BuoyEvents extends HTMLElementEventMap {
  /** The buoy was hit. */
  'buoy-hit': CustomEvent<{ speed: number }>;
  'buoy-rest': Event;
}
declare const BuoyBase: (new (...args: any[]) => Lit) & typeof HarbourElement;
interface EventEmitter<T> {
  emit(detail?: T): CustomEvent<T>;
}
/**
 * A buoy.
 *
 * @slot flag - What it carries.
 * @fires buoy-blink - It blinks.
 */
export declare class Buoy extends BuoyBase {
  readonly depth: number;
  drift: (knots: number) => void;
  /** Says how deep it is. */
  formatDepth: (depth: number) => string;
  sunk: EventEmitter<{ at: string }>;
  get colour(): 'red' | 'green';
  set colour(value: 'red' | 'green');
  /** How often it blinks. */
  get rate(): number;
  onbuoyrest: ((event: Event) => void) | null;
  addEventListener<K extends keyof BuoyEvents>(type: K, listener: (event: BuoyEvents[K]) => void): void;
  addEventListener(type: string, listener: EventListener): void;
}
export declare class Sign extends HTMLElement implements SignShown {
  text: SignShown['text'];
  deck: SignShown['deck'];
  value: string;
}
type Shown<T> = T & HTMLElement;
type Rope = HTMLElement;
interface LampProps {
  lit: boolean;
  children: unknown;
  onChange: ((event: Event) => void) | null;
  onDim: () => void;
}
declare class Typed<M> extends HTMLElement {
  addEventListener<K extends keyof M>(type: K, listener: (this: this, event: CustomEvent<M[K]>) => void): void;
}
export declare class Horn extends Typed<{ 'horn-blown': { seconds: number } }> {
  seconds: number;
}
declare const TORN = 'net-torn';
interface NetEvents { [TORN]: Event }
interface Net extends Fished, HTMLElement {
  mesh: number;
  get weight(): number;
  set knots(value: 'one' | 'two');
  addEventListener<K extends keyof NetEvents>(type: K, listener: (event: NetEvents[K]) => void): void;
  addEventListener(type: 'change', listener: (event: Event) => void): void;
}
interface Fishing { 'harbour-net': Net }
declare global {
  interface HTMLElementTagNameMap extends Fishing {
    [BUOY]: Buoy;
    [SIGN]: Sign;
    'harbour-mast': harbour.rig.Mast;
    'harbour-rope': Rope;
    'harbour-lamp': Shown<LampProps>;
    'harbour-horn': Horn;
    'harbour-lamp-post': HTMLLamppostElement;
  }
  interface HTMLLamppostElement extends HTMLElement { tall: boolean }
  interface HTMLElement { invoker: string }
  namespace JSX {
    interface IntrinsicElements {
      [SIGN]: Partial<SignShown> & { /** The text was written. */ onInput?: (event: Event) => void; onHung?: () => void };
    }
  }
  namespace harbour.rig {
    interface Shaped { height: number; addEventListener(type: 'mast-bent', listener: (event: CustomEvent<number>) => void): void }
    interface Mast extends Shaped, Omit<Other, 'secret'>, HTMLElement {}
    interface Other { flags: string[]; secret: boolean; raise: (flag: string) => Promise<void>; paint: (flag: string) => string; '@kinds': 1 }
  }
}`,
};
const SOURCE = ['-c', 'npm:@merrow/harbour-types'];

let place: string;
beforeEach(() => {
  place = folder(HARBOUR);
});

async function surveyed(): Promise<Map<string, Component>> {
  const contract = json<Contract>(await suvet(['survey', 'npm:@merrow/harbour-types', '--json'], place));
  return new Map(contract.components.map((one) => [one.tag, one]));
}

const names = (list: readonly { name: string }[] | undefined) => list?.map((one) => one.name).sort();

describe('survey', () => {
  test('tags come from the tag map, with names of constants and of namespaces, and what they extend', async () => {
    const all = await surveyed();
    expect([...all.keys()]).toEqual([
      'harbour-buoy',
      'harbour-horn',
      'harbour-lamp',
      'harbour-lamp-post',
      'harbour-mast',
      'harbour-net',
      'harbour-rope',
      'harbour-sign',
    ]);
    expect(all.get('harbour-rope')).toMatchObject({ className: null, properties: [], typesOnly: true });
    const buoy = all.get('harbour-buoy');
    expect(buoy).toMatchObject({ className: 'Buoy', typesOnly: true, registers: 'never', root: 'open' });
    expect(buoy).toMatchObject({ exportName: null, summary: 'A buoy.', formAssociated: true });
    expect(buoy?.notes.map((one) => one.code)).toEqual(['types-only']);
  });

  test('members are those of all classes and interfaces, without what is not for users', async () => {
    const all = await surveyed();
    const buoy = all.get('harbour-buoy');
    expect(names(buoy?.properties)).toEqual(['brightness', 'colour', 'depth', 'formatDepth', 'quay', 'rate']);
    expect(buoy?.methods.map((one) => one.text)).toEqual([
      'redraw(soon?: boolean): Promise<void>',
      'drift(knots: number): void',
    ]);
    const property = (name: string) => buoy?.properties.find((one) => one.name === name);
    expect(property('quay')).toMatchObject({ inheritedFrom: 'HarbourElement', readonly: false });
    expect(property('quay')?.description).toBe('Which quay it belongs to.');
    expect(property('brightness')).toMatchObject({ default: '40', type: { schema: { type: 'number' } } });
    expect(property('rate')).toMatchObject({ readonly: true });
    expect(property('colour')).toMatchObject({
      readonly: false,
      type: { schema: { enum: ['red', 'green'] } },
    });
    const mast = all.get('harbour-mast');
    expect(names(mast?.properties)).toEqual(['flags', 'height', 'paint']);
    expect(mast?.methods.map((one) => one.text)).toEqual(['raise(flag: string): Promise<void>']);
  });

  test('a type that is taken from another member is told by what it is, with the words from there', async () => {
    const sign = (await surveyed()).get('harbour-sign');
    expect(sign?.properties.find((one) => one.name === 'deck')).toMatchObject({
      type: { text: "'car' | 'sun'", schema: { enum: ['car', 'sun'] } },
      description: 'Where it hangs.',
    });
  });

  test('events are those that may be listened to, that handlers are for, and that are declared', async () => {
    const all = await surveyed();
    const buoy = all.get('harbour-buoy');
    expect(names(buoy?.events)).toEqual(['buoy-blink', 'buoy-hit', 'buoy-rest', 'buoyrest', 'sunk']);
    expect(buoy?.events.find((one) => one.name === 'buoy-hit')).toMatchObject({
      description: 'The buoy was hit.',
      detail: { schema: { type: 'object', properties: { speed: { type: 'number' } } } },
      dispatched: false,
    });
    expect(names(all.get('harbour-mast')?.events)).toEqual(['mast-bent']);
    expect(all.get('harbour-mast')?.events[0]?.detail.schema).toEqual({ type: 'number' });
    // Of handlers in markup only those of the platform tell how the event is spelled.
    expect(names(all.get('harbour-sign')?.events)).toEqual(['input']);
    expect(all.get('harbour-sign')?.pairs).toEqual([
      { property: 'value', event: 'input', path: 'target.value' },
    ]);
  });

  test('types are given to the parameters of others', async () => {
    const all = await surveyed();
    const horn = all.get('harbour-horn');
    expect([names(horn?.properties), names(horn?.events)]).toEqual([['seconds'], ['horn-blown']]);
    expect(horn?.events[0]?.detail.schema).toMatchObject({ properties: { seconds: { type: 'number' } } });
    // Declarations export all that they declare.
    const net = all.get('harbour-net');
    expect(
      net?.properties.map((one) => `${one.name}: ${one.type.text}${one.readonly ? ', read only' : ''}`),
    ).toEqual(['fish: string[]', 'mesh: number', 'weight: number, read only', "knots: 'one' | 'two'"]);
    expect(net?.events.map((one) => [one.name, one.bubbles])).toEqual([
      ['net-torn', false],
      ['change', true],
    ]);
    // What a module adds to every element is none of an element's own.
    expect(names(all.get('harbour-lamp-post')?.properties)).toEqual(['tall']);
    // Props of a host that stand for an element: what they call children is none of its properties.
    const lamp = all.get('harbour-lamp');
    expect([names(lamp?.properties), names(lamp?.events)]).toEqual([['lit', 'onDim'], ['change']]);
  });

  test('what code registers is told by that code', async () => {
    writeFileSync(
      join(place, 'node_modules/@merrow/harbour-types/mast.js'),
      `customElements.define('harbour-mast', class extends HTMLElement { knots = 3; });`,
    );
    const all = await surveyed();
    expect(all.get('harbour-mast')?.typesOnly).toBeUndefined();
    expect(names(all.get('harbour-mast')?.properties)).toEqual(['knots']);
    expect(all.get('harbour-buoy')?.typesOnly).toBe(true);
    // Code beside the declarations knows best what becomes of them.
    writeFileSync(join(place, 'node_modules/@merrow/harbour-types/index.js'), 'export class Buoy {}');
    expect([...(await surveyed()).keys()]).toEqual(['harbour-mast']);
  });

  test('what is declared twice in different ways is said once, and a folder can be named', async () => {
    const typed = (member: string) =>
      `interface HTMLElementTagNameMap { 'pier-lamp': Lamp; 'pier-sign': Sign; 'pier-same': Same }
      interface Lamp extends HTMLElement { ${member}: boolean } interface Sign extends HTMLElement { ${member}s: string }
      interface Same extends HTMLElement { same: string }`;
    put(place, {
      'node_modules/pier-types/package.json': '{ "name": "pier-types" }',
      'node_modules/pier-types/desk/types.d.ts': typed('bright'),
      'node_modules/pier-types/quay/types.d.ts': typed('lit'),
    });
    const ran = await suvet(['survey', 'npm:pier-types'], place);
    expect(ran.stderr.replaceAll(/\s+/g, ' ')).toContain(
      'quay/types.d.ts:1:1 note tag-registered-twice pier-lamp: is declared here in another way than at desk/types.d.ts:1; the first one was taken. So is 1 other tag.',
    );
    const quay = await suvet(['survey', 'npm:pier-types/quay', '--component', 'pier-lamp'], place);
    expect(quay.stdout).toMatch(/^ {2}lit /m);
    expect(quay.stderr).toBe('');
  });

  test('an element of another package is told by that package', async () => {
    writeFileSync(
      join(place, 'env.d.ts'),
      `import type { Buoy } from '@merrow/harbour-types';
      interface Cleat extends HTMLElement { bollard: string }
      declare global { interface HTMLElementTagNameMap { 'harbour-buoy': Buoy; 'harbour-cleat': Cleat } }`,
    );
    const contract = json<Contract>(await suvet(['survey', 'env.d.ts', '--json'], place));
    expect(contract.components.map((one) => one.tag)).toEqual(['harbour-cleat']);
  });

  test('a file of declarations can be named by itself', async () => {
    const ran = await suvet(['survey', 'node_modules/@merrow/harbour-types/index.d.ts'], place);
    expect(ran.stdout).toMatch(/^harbour-buoy .* types only +open$/m);
    const pier = `interface HTMLElementTagNameMap { 'pier-lamp': PierLamp } interface PierLamp extends HTMLElement { lit: boolean }`;
    put(place, { 'typings/pier.d.ts': pier });
    expect((await suvet(['survey', 'typings/*.d.ts'], place)).stdout).toMatch(/^pier-lamp .* types only/m);
    const one = await suvet(['survey', 'npm:@merrow/harbour-types', '--component', 'harbour-sign'], place);
    expect(one.stdout).toContain('types only\n');
    expect(one.stdout).toMatch(/^ {2}value +string +attribute unknown/m);
    expect(one.stdout).toContain('Only type declarations tell of it');
  });
});

test('wrappers bring in nothing, and pass the strict type check beside the declarations', async () => {
  const ran = await suvet(['wrap', ...SOURCE, '--host', 'vue@3', '--out', 'out', '--all'], place);
  expect(ran.stdout).toContain('only its types are there: bring in the script that defines it');
  expect(readFileSync(join(place, 'out/harbour-buoy.ts'), 'utf8')).not.toContain('harbour-types');
  put(place, {
    'consumer.ts': `import '@merrow/harbour-types';
    import { HarbourBuoy } from './out/index.js';
    const buoy: InstanceType<typeof HarbourBuoy>['$props'] = { colour: 'red', 'onBuoy-hit': (event) => event.detail.speed };
    // @ts-expect-error: no colour of buoys
    buoy.colour = 'blue';
    export { buoy };`,
    'tsconfig.json': JSON.stringify({
      compilerOptions: { ...COMPILER_OPTIONS, types: [], noEmit: true, skipLibCheck: true },
      include: ['consumer.ts'],
    }),
  });
  for (const name of ['vue', '@vue'])
    symlinkSync(join(PROJECT, 'node_modules', name), join(place, 'node_modules', name), 'dir');
  expect(await typeFaults(place, 'tsconfig.json', 'vue')).toEqual([]);
});

describe('check', () => {
  const findings = async (name: string, text: string, host: string) => {
    writeFileSync(join(place, name), text);
    const ran = await suvet(['check', ...SOURCE, name, '--host', host, '--json'], place);
    return json<{ list: { code: string; message: string }[] }>(ran).list.map(
      (one) => `${one.code} ${one.message.split(':')[0]}`,
    );
  };

  test('in markup, only what is nearly a name and what no type allows', async () => {
    const page = `
      <harbour-buoy quay="North" brightness="3" max-chain="2"><span slot="light"></span></harbour-buoy>
      <harbour-buoy quai="North" colour="blue"></harbour-buoy>
      <script>
        const buoy = document.querySelector('harbour-buoy');
        buoy.setAttribute('colour', 'red');
        buoy.chain = 2;
      </script>`;
    expect(await findings('page.html', page, 'html')).toEqual([
      'unknown-name quai',
      'invalid-value colour',
      'unknown-name chain',
    ]);
  });

  test('in a host, a rich value that can only go as text is lost; a plain one may have its attribute', async () => {
    const view = `export const View = () => <main>
      <harbour-mast height={4} flags={['red']} /><harbour-buoy colour="red" onBuoyHit={() => {}} /></main>;`;
    expect(await findings('view.tsx', view, 'react@18')).toEqual([
      'lost-value flags',
      'dead-handler onBuoyHit',
    ]);
  });
});

test('map says that no attribute is known', async () => {
  const ran = await suvet(['map', 'harbour-buoy', ...SOURCE, '--host', 'react@18'], place);
  expect(ran.stdout.replaceAll(/\s+/g, ' ')).toContain(
    "colour 'red' | 'green' bridge react@18 writes an attribute, and none is known to set it",
  );
});
