/**
 * The open component manifest: the JSON that packages point at with `customElements` in package.json. Read as one
 * more source of evidence, and written for exchange. Follows version 2 of its schema.
 */

import type {
  Component,
  Contract,
  ContractEvent,
  ContractMethod,
  ContractNamed,
  ContractProperty,
  ItemWords,
} from '../../contract/types.js';
import { freeAttributes } from '../../contract/types.js';
import { isWordForUnnamed } from '../types/docs.js';

/** One item as a manifest names it. */
export interface Claim extends ItemWords {
  name: string;
  /** Type as text: of a value, or of an event. */
  type?: string;
  default?: string;
  /** The attribute of a property. */
  attribute?: string;
}

/** What a manifest says of one element. Items that it marks private or protected are left out. */
export interface ClaimedComponent extends Record<ClaimList, Claim[]> {
  tag: string;
  className: string;
  summary?: string;
  description?: string;
  /** Names it marks as private or protected. */
  hidden: string[];
}

const CLAIM_LISTS = [
  'properties',
  'attributes',
  'methods',
  'events',
  'slots',
  'cssParts',
  'cssProperties',
  'cssStates',
] as const;
type ClaimList = (typeof CLAIM_LISTS)[number];

type Loose = Record<string, unknown>;

/**
 * The elements that a manifest names, each with what its superclasses and mixins in the same manifest add. What
 * does not have the form of the schema is passed over; the result is empty for what is no manifest at all.
 */
export function readManifest(value: unknown): ClaimedComponent[] {
  const declarations = listOf(value, 'modules').flatMap((module) =>
    listOf(module, 'declarations').map((one) => ({ one, path: text(module.path) ?? '' })),
  );
  const byName = new Map<string, Loose>();
  for (const { one, path } of declarations) {
    const name = text(one.name);
    if (name === null) continue;
    byName.set(`${path}#${name}`, one);
    if (!byName.has(name)) byName.set(name, one);
  }
  const tags = tagsByDefinition(value);
  return declarations.flatMap(({ one, path }) => {
    const name = text(one.name);
    const tag = text(one.tagName) ?? (name ? (tags.get(`${path}#${name}`) ?? tags.get(name)) : null);
    if (one.kind !== 'class' || !tag || name === null) return [];
    return [claimed(tag, name, chainOf(one, byName))];
  });
}

/** Tags that stand only in the exports of kind `custom-element-definition`. */
function tagsByDefinition(value: unknown): Map<string, string> {
  const tags = new Map<string, string>();
  for (const module of listOf(value, 'modules')) {
    for (const one of listOf(module, 'exports')) {
      const declaration = isLoose(one.declaration) ? one.declaration : {};
      const [tag, name] = [text(one.name), text(declaration.name)];
      if (one.kind !== 'custom-element-definition' || !tag || !name) continue;
      tags.set(`${text(declaration.module) ?? text(module.path) ?? ''}#${name}`, tag);
      tags.set(name, tag);
    }
  }
  return tags;
}

/** A declaration, then its mixins and superclasses, as far as the manifest holds them. */
function chainOf(start: Loose, byName: ReadonlyMap<string, Loose>): Loose[] {
  const chain: Loose[] = [];
  const open = [start];
  for (let one = open.shift(); one; one = open.shift()) {
    if (chain.includes(one)) continue;
    chain.push(one);
    const above = [...listOf(one, 'mixins'), ...(isLoose(one.superclass) ? [one.superclass] : [])];
    for (const reference of above) {
      const name = text(reference.name);
      const found = byName.get(`${text(reference.module) ?? ''}#${name}`) ?? byName.get(name ?? '');
      if (found) open.push(found);
    }
  }
  return chain;
}

function claimed(tag: string, className: string, chain: readonly Loose[]): ClaimedComponent {
  const [own] = chain;
  const hidden = new Set<string>();
  const lists = Object.fromEntries(CLAIM_LISTS.map((list) => [list, new Map<string, Claim>()])) as Record<
    ClaimList,
    Map<string, Claim>
  >;
  const add = (list: ClaimList, claim: Claim | null) => {
    if (claim && !lists[list].has(claim.name)) lists[list].set(claim.name, claim);
  };
  for (const layer of chain) {
    for (const member of listOf(layer, 'members')) {
      const claim = claimOf(member);
      if (!claim || member.static === true) continue;
      if (member.privacy === 'private' || member.privacy === 'protected' || /^[#_]/.test(claim.name)) {
        hidden.add(claim.name);
      } else if (!hidden.has(claim.name)) add(member.kind === 'method' ? 'methods' : 'properties', claim);
    }
    for (const list of ['attributes', 'events', 'slots', 'cssParts', 'cssProperties', 'cssStates'] as const) {
      for (const one of listOf(layer, list)) add(list, claimOf(one, list === 'slots'));
    }
  }
  return {
    tag,
    className,
    hidden: [...hidden],
    ...textOf(own ?? {}, 'summary'),
    ...textOf(own ?? {}, 'description'),
    ...(Object.fromEntries(CLAIM_LISTS.map((list) => [list, [...lists[list].values()]])) as Record<
      ClaimList,
      Claim[]
    >),
  };
}

function claimOf(value: Loose, mayBeUnnamed = false): Claim | null {
  const given = text(value.name) ?? (mayBeUnnamed ? '' : null);
  // Comments end a name with a colon, and tools that read them take it along.
  const name =
    mayBeUnnamed && given !== null && isWordForUnnamed(given) ? '' : (given?.replace(/:$/, '') ?? null);
  if (name === null || (name === '' && !mayBeUnnamed)) return null;
  const type = isLoose(value.type) ? text(value.type.text) : null;
  return {
    name,
    ...(type ? { type } : {}),
    ...textOf(value, 'default'),
    ...textOf(value, 'attribute'),
    ...((text(value.description) ?? text(value.summary))
      ? { description: text(value.description) ?? text(value.summary) ?? '' }
      : {}),
    ...(value.deprecated === true || typeof value.deprecated === 'string'
      ? { deprecated: value.deprecated }
      : {}),
  };
}

function textOf<K extends string>(value: Loose, key: K): Partial<Record<K, string>> {
  const found = text(value[key]);
  return found ? ({ [key]: found } as Partial<Record<K, string>>) : {};
}

function text(value: unknown): string | null {
  return typeof value === 'string' ? value : null;
}

function isLoose(value: unknown): value is Loose {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function listOf(value: unknown, key: string): Loose[] {
  const list = isLoose(value) ? value[key] : null;
  return Array.isArray(list) ? list.filter(isLoose) : [];
}

/** The manifest of a contract: one module for each that a component stands in. */
export function manifestOf(contract: Contract): object {
  const modules = new Map<string, Component[]>();
  for (const component of contract.components) {
    const path = component.module.replace(/^\.\//, '');
    modules.set(path, [...(modules.get(path) ?? []), component]);
  }
  return {
    schemaVersion: '2.1.0',
    readme: '',
    modules: [...modules].map(([path, components]) => ({
      kind: 'javascript-module',
      path,
      declarations: components.map(declarationOf),
      exports: components.flatMap((one) => exportsOf(one, path)),
    })),
  };
}

function exportsOf(component: Component, module: string): object[] {
  const declaration = { name: classNameOf(component), module };
  return [
    ...(component.exportName ? [{ kind: 'js', name: component.exportName, declaration }] : []),
    ...(component.registers === 'never'
      ? []
      : [{ kind: 'custom-element-definition', name: component.tag, declaration }]),
  ];
}

function classNameOf(component: Component): string {
  return component.className ?? component.exportName ?? component.tag;
}

function declarationOf(component: Component): object {
  return {
    kind: 'class',
    customElement: true,
    name: classNameOf(component),
    tagName: component.tag,
    ...wordsOf(component),
    ...(component.summary ? { summary: component.summary } : {}),
    members: [...component.properties.map(fieldOf), ...component.methods.map(methodOf)],
    attributes: [
      ...component.properties.flatMap((one) =>
        one.attribute
          ? [
              {
                name: one.attribute.name,
                type: { text: one.type.text },
                fieldName: one.name,
                ...wordsOf(one),
              },
            ]
          : [],
      ),
      ...freeAttributes(component).map((one) => ({ name: one.name, ...wordsOf(one) })),
    ],
    events: component.events.map(eventOf),
    slots: component.slots.map(namedOf),
    cssParts: component.cssParts.map(namedOf),
    cssProperties: component.cssProperties.map(namedOf),
    cssStates: component.cssStates.map(namedOf),
  };
}

function fieldOf(one: ContractProperty): object {
  return {
    kind: 'field',
    name: one.name,
    privacy: 'public',
    type: { text: one.type.text },
    ...(one.default === undefined ? {} : { default: one.default }),
    ...(one.readonly ? { readonly: true } : {}),
    ...(one.attribute ? { attribute: one.attribute.name, reflects: one.attribute.reflects } : {}),
    ...wordsOf(one),
    ...inheritedBy(one),
  };
}

function methodOf(one: ContractMethod): object {
  return { kind: 'method', name: one.name, privacy: 'public', ...wordsOf(one), ...inheritedBy(one) };
}

function eventOf(one: ContractEvent): object {
  const carriesDetail = one.eventType === 'CustomEvent' && one.detail.text !== 'null';
  const type = carriesDetail ? `CustomEvent<${one.detail.text}>` : one.eventType;
  return { name: one.name, type: { text: type }, ...wordsOf(one), ...inheritedBy(one) };
}

function namedOf(one: ContractNamed): object {
  return { name: one.name, ...wordsOf(one) };
}

function wordsOf({ description, deprecated }: ItemWords): object {
  return { ...(description ? { description } : {}), ...(deprecated ? { deprecated } : {}) };
}

function inheritedBy({ inheritedFrom }: ItemWords): object {
  return inheritedFrom ? { inheritedFrom: { name: inheritedFrom } } : {};
}
