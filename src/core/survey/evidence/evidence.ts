/** What a dialect finds in one class: partial evidence, which assemble.ts joins into a contract. */

import type {
  AskedOfOthers,
  AttributeLink,
  AttributeReader,
  ContractEvent,
  ContractNamed,
  ContractNote,
  ItemWords,
  Sign,
  TypeInfo,
} from '../../contract/types.js';
import { isMadeByCalls, namesOfClass } from '../classes/class-names.js';
import { scopeOf } from '../classes/classes.js';
import type { ClassChain, Layer } from '../classes/layers.js';
import type { ElementAsked, Scope } from '../folding/functions.js';
import { staticMethod, staticsOf } from '../folding/functions.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import type { Doc } from '../types/docs.js';
import { docOf, docOfClass, NO_DOC } from '../types/docs.js';

/** What is known of the attribute of a property; `false` when the source says there is none. */
export type AttributeEvidence = Partial<AttributeLink> | false;

export interface PropertyEvidence {
  name: string;
  /** `member`: an ordinary class member. `declared`: named as component surface (decorator, table). */
  origin: 'member' | 'declared';
  type?: TypeInfo;
  default?: string;
  /** Its default by a doc comment, where the code has none. */
  said?: string;
  readonly?: boolean;
  required?: boolean;
  attribute?: AttributeEvidence;
  /** How its attribute is read, if it has one of which nothing else is known. */
  reads?: AttributeReader;
  internal?: boolean;
  /** Left out of the declarations of the class that sets it: none of its own. */
  stripped?: true;
  /** Internal because nothing says that it is for users: declarations that do outdo that. */
  unsaid?: true;
  /** Holds a function that the class made for itself: no offer, unless it is declared as one. */
  callback?: true;
  /** Set as minifiers write it, where nothing tells whether the field was private. */
  terse?: boolean;
  /** A constructor sets what every element has, and says no more of it. */
  platforms?: boolean;
  /** Inner state by declaration: not even its attribute is for users. */
  state?: boolean;
  /** Can be assigned, as far as this evidence tells. */
  writable?: boolean;
  /** An own field of each element, or an accessor of its class, where the code makes it one. */
  made?: 'field' | 'accessor';
  /** A value that was set before the class was defined is taken over. */
  adopted?: true;
  words: ItemWords;
}

/** A member that serves a purpose of its own, and is nothing to assign to. */
export function hiddenMember(name: string, at: string): PropertyEvidence {
  return { name, origin: 'member', internal: true, words: { at } };
}

export interface MethodEvidence {
  name: string;
  text: string;
  internal?: boolean;
  words: ItemWords;
}

export interface AttributeSeen extends Partial<AttributeLink> {
  name: string;
  /** The property this attribute was seen to drive. */
  property?: string;
  observed: boolean;
  /** A property's value lives in it, whatever classes below observe. */
  lasting?: true;
  /** Observed only so that what watches the property of its name is called. */
  watched?: true;
  /** Stands in a list that takes the place of those of the classes above. */
  replaces?: boolean;
  at: string;
}

/** What declarations say of events, by name. */
export type EventTypes = Map<string, Pick<ContractEvent, 'detail' | 'eventType' | 'description'>>;

export interface LayerEvidence {
  properties?: PropertyEvidence[];
  methods?: MethodEvidence[];
  attributes?: AttributeSeen[];
  /** Attributes that code of the element asks for, whether they are observed or not. */
  reads?: Sign[];
  /** What code of the element asks others for. */
  asks?: AskedOfOthers;
  events?: ContractEvent[];
  /** Events that are said to be none for users. */
  innerEvents?: string[];
  /** What is known of events, by name, wherever they are sent. */
  eventTypes?: EventTypes;
  slots?: ContractNamed[];
  root?: 'open' | 'closed' | 'none';
  /** What this evidence declares is all that is for users; other members of the class are not. */
  whole?: boolean;
  formAssociated?: boolean;
  delegatesFocus?: boolean;
  notes?: ContractNote[];
}

/** One way of authoring: turns a class of a chain into evidence. Adding one is a file and a line in the register. */
export interface Dialect {
  name: string;
  read(context: LayerContext): LayerEvidence;
}

/** The type declarations of a compiled class: those of its module, those of the package, or those of another package. */
export interface DeclaredApart {
  module: Module;
  /** The class itself; null where they declare none of its name, as of what a function makes. */
  node: Ast.Class | null;
  /** What the class is called there, or the function that makes it. */
  name: string;
}

/** A class of a chain with everything a dialect may ask about it. */
export interface LayerContext {
  layer: Layer;
  chain: ClassChain;
  graph: ModuleGraph;
  scope: Scope;
  declared: DeclaredApart | null;
  at(node: { start: number }): string;
  doc(node: { start: number; decorators?: Ast.Decorator[] | null }): Doc;
}

export function contextOf(
  layer: Layer,
  chain: ClassChain,
  graph: ModuleGraph,
  element?: ElementAsked,
): LayerContext {
  return {
    layer,
    chain,
    graph,
    scope: {
      ...scopeOf(layer, chain, graph),
      ...(element ? { element: { ...element, ...staticsFor(layer, chain, graph) } } : {}),
    },
    declared: layer.own ? declaredClass(layer, graph) : null,
    at: (node) => placeIn(layer.module, node),
    doc: (node) => docOf(node, layer.module),
  };
}

/**
 * The static members of the class that elements are made of, for what a class of its chain asks them for. One that makes
 * declared properties is read once for all: what it asks for, dialects know.
 */
function staticsFor(layer: Layer, chain: ClassChain, graph: ModuleGraph): Pick<ElementAsked, 'statics'> {
  const isForAll = staticMethod(layer.node, 'createProperty') !== null;
  const [first = layer] = chain.layers;
  const statics = isForAll ? null : staticsOf(scopeOf(first, chain, graph));
  return statics ? { statics } : {};
}

/** `file:line` of a node, as contracts give places. */
export function placeIn(module: Module, node: { start: number }): string {
  return `${module.label}:${module.lines.line(node.start)}`;
}

/** What declares a class apart from its code; null where nothing does. */
export function declaredClass(layer: Layer, graph: ModuleGraph): DeclaredApart | null {
  // A class that kept its doc comment was not bundled so that it lost its words.
  const isBare = docOfClass(layer.node, layer.module) === NO_DOC;
  let fallback: DeclaredApart | null = null;
  for (const name of namesOfClass(layer)) {
    const beside =
      // A class that a function makes goes by another name there, if by any.
      graph.declarationsBeside(layer.module, isMadeByCalls(layer) ? '' : name) ??
      (isBare && graph.isOwn(layer.module) ? graph.declarationsNamed(name, layer.module) : null) ??
      (layer.own ? graph.declarationsExported(name, layer.module) : null);
    const declaration = beside?.declarations.get(name);
    if (beside && declaration?.kind === 'class') return { module: beside, node: declaration.node, name };
    if (beside && !isOfOthers(beside, layer)) fallback ??= { module: beside, node: null, name };
  }
  return fallback;
}

/** Do declarations tell of other classes only, which their module exports by name, and not of one it has besides? */
function isOfOthers({ declarations }: Module, layer: Layer): boolean {
  if (isMadeByCalls(layer)) return false;
  const classes = [...declarations].flatMap(([name, { kind }]) => (kind === 'class' ? name : []));
  return classes.length > 0 && classes.every((name) => layer.module.exports.has(name));
}
