/** The class that every wrapper of a framework shares, by itself: run in Node.js on elements that are not the DOM's. */
import { transformSync } from 'esbuild';
import { afterAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { elementLink } from '../../dist/core/hosts/wrapping/link.js';

type Values = Record<string, unknown>;
type Handlers = Record<string, ((event: Event) => void) | undefined>;
interface Link {
  element: unknown;
  answered?: () => void;
  attach(element: object): void;
  update(properties: Values, handlers: Handlers): void;
  write(attributes: Record<string, string | number | null | undefined>): void;
  release(): void;
}
interface Kind {
  tag: string;
  load?: () => Promise<unknown>;
  pairs?: Record<string, string>;
}

/** Node's own: what another file of the same worker renders with may have put its own in the place of `Event`. */
const NodeEvent = Object.getPrototypeOf(MessageEvent) as typeof Event;

/** Stands in for a gauge: properties with defaults, attributes, and a note of what was done to it. */
class Gauge extends EventTarget {
  readonly done: string[] = [];
  #values: Values = { level: 1, pier: 'north', value: '' };
  readonly #attributes = new Map<string, string>();
  get level() {
    return this.#values.level;
  }
  set level(value) {
    this.done.push(`level ${value}`);
    if (value === 13) throw new RangeError('no such level');
    this.#values.level = value;
  }
  get pier() {
    return this.#values.pier;
  }
  set pier(value) {
    this.done.push(`pier ${value}`);
    this.#values.pier = value;
  }
  get value() {
    return this.#values.value;
  }
  set value(value) {
    this.done.push(`value ${value}`);
    this.#values.value = value;
  }
  getAttribute(name: string) {
    return this.#attributes.get(name) ?? null;
  }
  setAttribute(name: string, text: string) {
    this.done.push(`${name}="${text}"`);
    this.#attributes.set(name, text);
  }
  removeAttribute(name: string) {
    this.done.push(`no ${name}`);
    this.#attributes.delete(name);
  }
  take() {
    return this.done.splice(0);
  }
}

const defined = new Map<string, () => void>();
const registry = { isDefined: true };
vi.stubGlobal('customElements', {
  get: () => (registry.isDefined ? Gauge : undefined),
  whenDefined: (tag: string) => new Promise<void>((done) => defined.set(tag, done)),
  upgrade: () => {},
});

afterAll(() => {
  vi.unstubAllGlobals();
});

const text = `${elementLink({ writesAttributes: true })}\nexport default ElementLink;`;
const { code } = transformSync(text, { loader: 'ts', format: 'cjs', target: 'es2022' });
const made: { exports: { ElementLink?: new (kind: Kind) => Link } } = { exports: {} };
new Function('module', code)(made);
const { ElementLink } = made.exports;

function linked(kind: Partial<Kind> = {}): { gauge: Gauge; link: Link } {
  if (!ElementLink) throw new Error('the class is not exported');
  const gauge = new Gauge();
  const link = new ElementLink({ tag: 'tide-gauge', ...kind });
  link.attach(gauge);
  return { gauge, link };
}

beforeEach(() => {
  registry.isDefined = true;
});

describe('properties', () => {
  test('are assigned when they change, and not again', () => {
    const { gauge, link } = linked();
    link.update({ level: 3, pier: undefined }, {});
    expect(gauge.take()).toEqual(['level 3']);
    link.update({ level: 3, pier: undefined }, {});
    expect(gauge.take()).toEqual([]);
    link.update({ level: 4, pier: 'south' }, {});
    expect(gauge.take()).toEqual(['level 4', 'pier south']);
  });

  test('that the element has already are left alone', () => {
    const { gauge, link } = linked();
    link.update({ level: 1 }, {});
    expect(gauge.take()).toEqual([]);
  });

  test('give way to the default of the element when they are taken away, each time', () => {
    const { gauge, link } = linked();
    for (const value of [3, 4]) {
      link.update({ level: value }, {});
      link.update({ level: undefined }, {});
      expect(gauge.take()).toEqual([`level ${value}`, 'level 1']);
    }
    link.update({ level: undefined }, {});
    expect(gauge.take()).toEqual([]);
  });

  test('that the element changed by itself stay until the host has something new to say', () => {
    const { gauge, link } = linked();
    link.update({ level: 3 }, {});
    gauge.level = 8;
    gauge.take();
    link.update({ level: 3 }, {});
    expect(gauge.take()).toEqual([]);
    link.update({ level: 5 }, {});
    expect(gauge.take()).toEqual(['level 5']);
  });

  test('of a pair are held to what the host says', () => {
    const { gauge, link } = linked({ pairs: { value: 'input' } });
    link.update({ value: 'a' }, {});
    gauge.value = 'ab';
    gauge.take();
    link.update({ value: 'ab' }, {});
    expect(gauge.take()).toEqual([]);
    link.update({ value: 'a' }, {});
    expect(gauge.take()).toEqual(['value a']);
  });

  test('NaN is itself', () => {
    const { gauge, link } = linked();
    link.update({ level: Number.NaN }, {});
    link.update({ level: Number.NaN }, {});
    expect(gauge.take()).toEqual(['level NaN']);
  });

  test('that a setter refuses are not tried again until they change', () => {
    const { gauge, link } = linked();
    expect(() => link.update({ level: 13 }, {})).toThrow('no such level');
    expect(gauge.take()).toEqual(['level 13']);
    link.update({ level: 13 }, {});
    expect(gauge.take()).toEqual([]);
    link.update({ level: 2 }, {});
    expect(gauge.take()).toEqual(['level 2']);
  });

  test('go to another element as if for the first time', () => {
    const { link } = linked();
    link.update({ level: 3 }, {});
    link.write({ pier: 'east' });
    const other = new Gauge();
    link.attach(other);
    link.update({ level: 3 }, {});
    link.write({ pier: 'east' });
    expect(other.take()).toEqual(['level 3', 'pier="east"']);
    link.update({ level: undefined }, {});
    expect(other.take()).toEqual(['level 1']);
  });
});

describe('an element that is defined later', () => {
  const settle = () => new Promise((done) => setTimeout(done));

  test('gets what was said last, once, and its module is loaded once', async () => {
    registry.isDefined = false;
    const load = vi.fn(() => Promise.resolve());
    const { gauge, link } = linked({ load });
    link.update({ level: 3 }, {});
    link.update({ level: 4 }, {});
    expect(gauge.take()).toEqual([]);
    defined.get('tide-gauge')?.();
    await settle();
    expect(gauge.take()).toEqual(['level 4']);
    expect(load).toHaveBeenCalledTimes(1);
  });

  test('gets nothing once it is no longer in use', async () => {
    registry.isDefined = false;
    const { gauge, link } = linked();
    link.update({ level: 3 }, {});
    link.release();
    defined.get('tide-gauge')?.();
    await settle();
    expect(gauge.take()).toEqual([]);
  });
});

describe('handlers', () => {
  const breach = () => new NodeEvent('tide-breach');

  test('hear once, are exchanged, and fall silent', () => {
    const { gauge, link } = linked();
    const [first, second] = [vi.fn(), vi.fn()];
    link.update({}, { 'tide-breach': first });
    gauge.dispatchEvent(breach());
    link.update({}, { 'tide-breach': second });
    gauge.dispatchEvent(breach());
    link.update({}, { 'tide-breach': undefined });
    gauge.dispatchEvent(breach());
    expect([first, second].map((one) => one.mock.calls.length)).toEqual([1, 1]);
  });

  test('are gone with the element, and come back with the next update', () => {
    const { gauge, link } = linked();
    const heard = vi.fn();
    link.update({}, { 'tide-breach': heard });
    link.release();
    gauge.dispatchEvent(breach());
    expect(heard).not.toHaveBeenCalled();
    link.attach(gauge);
    link.update({}, { 'tide-breach': heard });
    gauge.dispatchEvent(breach());
    expect(heard).toHaveBeenCalledTimes(1);
  });

  test('of a pair are followed by a word to the host, heard or not', () => {
    const { gauge, link } = linked({ pairs: { value: 'input' } });
    const answered = vi.fn();
    link.answered = answered;
    link.update({}, { input: () => {}, 'tide-breach': () => {} });
    gauge.dispatchEvent(new NodeEvent('input'));
    gauge.dispatchEvent(breach());
    expect(answered).toHaveBeenCalledTimes(1);
  });
});

describe('attributes', () => {
  test.each<[string | number | null | undefined, string[]]>([
    ['east', ['pier="east"']],
    [3, ['pier="3"']],
    ['', ['pier=""']],
    [null, []],
    [undefined, []],
  ])('%j', (value, done) => {
    const { gauge, link } = linked();
    link.write({ pier: value });
    link.write({ pier: value });
    expect(gauge.take()).toEqual(done);
    link.write({ pier: undefined });
    expect(gauge.take()).toEqual(done.length > 0 ? ['no pier'] : []);
  });

  test('that a server printed are not written again', () => {
    const { gauge, link } = linked();
    gauge.setAttribute('pier', 'east');
    gauge.take();
    link.write({ pier: 'east' });
    expect(gauge.take()).toEqual([]);
  });

  test('that the element took away by itself are not forced on it', () => {
    const { gauge, link } = linked();
    link.write({ open: '' });
    gauge.removeAttribute('open');
    gauge.take();
    link.write({ open: '' });
    expect(gauge.take()).toEqual([]);
  });
});

test('hosts that write attributes themselves are spared the part that does', () => {
  const without = elementLink({ writesAttributes: false });
  expect(without).not.toMatch(/write\(|Attributes|#written/);
  expect(() => transformSync(without, { loader: 'ts' })).not.toThrow();
});
