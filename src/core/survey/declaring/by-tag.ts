/**
 * What the type declarations of a package say of an element by its tag: of classes that no longer stand in them by
 * their names, since a compiler or a bundler gave them others.
 */

import type {
  Component,
  ContractEvent,
  ContractMethod,
  ContractProperty,
  ItemWords,
} from '../../contract/types.js';
import type { ClassChain } from '../classes/layers.js';
import { declaredClass } from '../evidence/evidence.js';
import { pairsOf } from '../evidence/pairs.js';
import type { SurveyInput } from '../modules/input.js';
import type { ModuleGraph } from '../modules/modules.js';
import { isTypeScript } from '../syntax/file-names.js';
import { NO_TYPE } from '../types/types.js';
import { componentOf } from './component.js';
import type { MappedTag } from './tag-maps.js';
import { mappedTags, TAG_MAP } from './tag-maps.js';

/** The declarations of a package, looked up by tag; each is read when it is asked for first. */
export class TypesByTag {
  readonly #reader: SurveyInput['reader'];
  readonly #graph: ModuleGraph;
  /** The files that map tags, each with all texts that stand in quotes there. */
  #maps: { path: string; quoted: ReadonlySet<string> }[] | null = null;
  readonly #tags = new Map<string, Map<string, MappedTag>>();

  constructor({ reader }: SurveyInput, graph: ModuleGraph) {
    this.#reader = reader;
    this.#graph = graph;
  }

  /** A component with what is said of its tag added to what its code shows, where nothing declares its class. */
  addTo(component: Component, { layers: [own] }: ClassChain): Component {
    if (!own || isTypeScript(own.module.path) || declaredClass(own, this.#graph)?.node) return component;
    const said = this.#componentSaid(component.tag);
    return said ? withSaid(component, said) : component;
  }

  /** Declarations that are nested too deeply to be read say nothing. */
  #componentSaid(tag: string): Component | null {
    try {
      return this.#componentFor(tag);
    } catch (error) {
      if (error instanceof RangeError) return null;
      throw error;
    }
  }

  #componentFor(tag: string): Component | null {
    this.#maps ??= (this.#reader.declarations?.() ?? []).flatMap((path) => {
      const text = this.#reader.read(path) ?? '';
      if (!text.includes(TAG_MAP)) return [];
      return [{ path, quoted: new Set([...text.matchAll(QUOTED)].map(([, one = '']) => one)) }];
    });
    for (const { path, quoted } of this.#maps) {
      if (!quoted.has(tag)) continue;
      const mapped = this.#mappedIn(path).get(tag);
      const said = mapped && componentOf(mapped, [], '', false, this.#graph);
      if (said) return said;
    }
    return null;
  }

  #mappedIn(path: string): Map<string, MappedTag> {
    const known = this.#tags.get(path);
    if (known) return known;
    const module = this.#graph.load(path);
    const mapped = module ? mappedTags(module, TAG_MAP, this.#graph) : [];
    const tags = new Map(mapped.map((one) => [one.tag, one]));
    this.#tags.set(path, tags);
    return tags;
  }
}

/** A text in quotes that may be a tag. */
const QUOTED = /(?<=["'])([^\s"'<>]{3,200})(?=["'])/g;

function withSaid(component: Component, said: Component): Component {
  const properties = component.properties.map((one) => joined(one, said.properties, propertySaid));
  const events = component.events.map((one) => joined(one, said.events, eventSaid));
  const methods = component.methods.map((one) => joined(one, said.methods, methodSaid));
  const summary = component.summary ?? said.summary;
  const description = component.description ?? said.description;
  const deprecated = component.deprecated ?? said.deprecated;
  return {
    ...component,
    ...(summary === undefined ? {} : { summary }),
    ...(description === undefined ? {} : { description }),
    ...(deprecated === undefined ? {} : { deprecated }),
    properties,
    events,
    methods,
    pairs: pairsOf(properties, events),
  };
}

/** An item of the code with the words that are said of it, and with what `more` takes besides. */
function joined<T extends ItemWords & { name: string }>(
  one: T,
  all: readonly T[],
  more: (said: T, one: T) => Partial<T>,
): T {
  const said = all.find((item) => item.name === one.name);
  if (!said) return one;
  const { description = said.description, deprecated = said.deprecated } = one;
  return {
    ...one,
    ...(description === undefined ? {} : { description }),
    ...(deprecated === undefined ? {} : { deprecated }),
    ...more(said, one),
  };
}

const isVague = ({ text }: { text: string }) => text === NO_TYPE.text || text === 'any';

function propertySaid(said: ContractProperty, one: ContractProperty): Partial<ContractProperty> {
  const { default: initial = said.default } = one;
  return {
    ...(isVague(said.type) ? {} : { type: said.type }),
    ...(initial === undefined ? {} : { default: initial }),
  };
}

function eventSaid(said: ContractEvent): Partial<ContractEvent> {
  return { declared: true, ...(isVague(said.detail) ? {} : { detail: said.detail }) };
}

const methodSaid = ({ text }: ContractMethod) => ({ text });
