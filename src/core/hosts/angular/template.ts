/** Templates of Angular -> element uses. */

import {
  type ASTWithSource,
  BindingPipe,
  BindingType,
  Interpolation,
  ParsedEventType,
  parseTemplate,
  type TmplAstBoundAttribute,
  type TmplAstBoundEvent,
  TmplAstElement,
  type TmplAstForLoopBlock,
  type TmplAstIfBlockBranch,
  type TmplAstLetDeclaration,
  TmplAstRecursiveVisitor,
  type TmplAstTemplate,
  type TmplAstTextAttribute,
  tmplAstVisitAll,
} from '@angular/compiler';
import type { Ast } from '../../survey/syntax/parse.js';
import { domUses } from '../dom-uses.js';
import { syntaxFinding } from '../scripts.js';
import { hiding, type Names, parseExpression, sketchOfText } from '../sketch.js';
import type { ElementUse, HostUses, ItemUse, Range, SourceText, ValueSketch } from '../uses.js';
import { shifted, slotItem } from '../uses.js';

/** Attributes that the host takes for itself on every element, also by directives that it ships. */
const OWN_NAME = /^(class|style|i18n|i18n-.*|ng[A-Z].*|form(Control|Group|Array)(Name)?)$/;

/** Pipes of the host that give text. */
const TEXT_PIPES = ['currency', 'date', 'json', 'lowercase', 'number', 'percent', 'titlecase', 'uppercase'];

export interface ReadTemplate {
  uses: ElementUse[];
  /** Tags by the template variable that holds their element. */
  references: ReadonlyMap<string, string>;
  findings: HostUses['findings'];
}

/**
 * Reads the template at a place of a file; `isLiteral` where it stands in a literal of a script, with escapes. `names`
 * are what its expressions may name.
 */
export function readTemplate(
  source: SourceText,
  { start, end }: Range,
  isLiteral: boolean,
  names: Names,
): ReadTemplate {
  const { nodes, errors } = parseTemplate(source.text, source.file, {
    range: { startPos: start, startLine: 0, startCol: 0, endPos: end },
    escapedString: isLiteral,
  });
  const template = new Template(names);
  tmplAstVisitAll(template, nodes);
  const [error] = errors ?? [];
  const findings = error ? [syntaxFinding(source, rangeOf(error.span), error.msg.split('\n')[0] ?? '')] : [];
  return { uses: [...template.uses, ...template.fromHandlers()], references: template.references, findings };
}

type Span = TmplAstElement['sourceSpan'];

const rangeOf = ({ start, end }: Span): Range => ({ start: start.offset, end: end.offset });

/** Walks a template and collects what it does with elements. */
class Template extends TmplAstRecursiveVisitor {
  readonly uses: ElementUse[] = [];
  readonly references = new Map<string, string>();
  readonly #handlers: TmplAstBoundEvent[] = [];
  #names: Names;

  constructor(names: Names) {
    super();
    this.#names = names;
  }

  override visitElement(element: TmplAstElement): void {
    this.#handlers.push(...element.outputs);
    if (element.name.includes('-') && element.name !== 'ng-container') {
      const start = element.startSourceSpan.start.offset + 1;
      const range = { start, end: start + element.name.length };
      this.uses.push({
        tag: element.name,
        range,
        items: [...itemsOf(element, this.#names), ...slotsIn(element)],
      });
      for (const { name, value } of element.references)
        if (value === '') this.references.set(name, element.name);
    }
    super.visitElement(element);
  }

  override visitTemplate(template: TmplAstTemplate): void {
    this.#inside(template.variables, () => super.visitTemplate(template));
  }

  override visitForLoopBlock({ item, contextVariables, children, empty }: TmplAstForLoopBlock): void {
    this.#inside([item, ...contextVariables], () => tmplAstVisitAll(this, children));
    empty?.visit(this);
  }

  override visitIfBlockBranch(branch: TmplAstIfBlockBranch): void {
    this.#inside(branch.expressionAlias ? [branch.expressionAlias] : [], () =>
      super.visitIfBlockBranch(branch),
    );
  }

  override visitLetDeclaration({ name }: TmplAstLetDeclaration): void {
    this.#names = hiding(this.#names, [name]);
  }

  /** What the handlers do to elements that template variables hold; these may stand anywhere in the template. */
  fromHandlers(): ElementUse[] {
    const heldBy = (node: Ast.Node) => (node.type === 'Identifier' ? this.references.get(node.name) : null);
    return this.#handlers.flatMap(({ handler, handlerSpan, type }) => {
      const { source } = handler as ASTWithSource;
      const program = type === ParsedEventType.Regular && source ? parseExpression(source) : null;
      if (!program) return [];
      return domUses(program, this.#names, { heldBy }).map((use) => shifted(use, handlerSpan.start.offset));
    });
  }

  #inside(variables: readonly { name: string }[], visit: () => void): void {
    const around = this.#names;
    this.#names = hiding(
      around,
      variables.map((one) => one.name),
    );
    visit();
    this.#names = around;
  }
}

function itemsOf({ attributes, inputs, outputs }: TmplAstElement, names: Names): ItemUse[] {
  return [
    ...attributes.filter(({ name }) => !OWN_NAME.test(name)).map(textItem),
    ...inputs.filter(({ name }) => !OWN_NAME.test(name)).flatMap((one) => boundItem(one, names)),
    ...outputs.flatMap(handlerItem),
  ];
}

/** What is written as in a page is an attribute as in a page. */
function textItem({ name, value, keySpan, sourceSpan }: TmplAstTextAttribute): ItemUse {
  const range = rangeOf(keySpan ?? sourceSpan);
  return { kind: 'value', name, form: 'markup', range, value: { kind: 'string', literal: value } };
}

function boundItem(
  { name, type, keySpan, sourceSpan, value }: TmplAstBoundAttribute,
  names: Names,
): ItemUse[] {
  const range = rangeOf(keySpan ?? sourceSpan);
  const sketch = sketchOfBinding(value as ASTWithSource, names);
  switch (type) {
    case BindingType.Property:
      return [{ kind: 'value', name, form: 'property', range, value: sketch }];
    case BindingType.Attribute:
      return [{ kind: 'value', name, form: 'attribute', range, value: sketch }];
    case BindingType.TwoWay:
      return [{ kind: 'pair', name, form: 'two-way', range, value: sketch }];
    default:
      return [];
  }
}

function sketchOfBinding({ ast, source }: ASTWithSource, names: Names): ValueSketch {
  if (ast instanceof Interpolation) return { kind: 'string' };
  if (ast instanceof BindingPipe) return { kind: TEXT_PIPES.includes(ast.name) ? 'string' : 'unknown' };
  // Within brackets, too, a single bar is a pipe and no operator.
  return source && !/(^|[^|])\|([^|]|$)/.test(source) ? sketchOfText(source, names) : { kind: 'unknown' };
}

/** Handlers of the element itself, without those for keys (`keydown.enter`). */
function handlerItem({ name, type, target, keySpan }: TmplAstBoundEvent): ItemUse[] {
  if (type !== ParsedEventType.Regular || target !== null || /^key(down|up)\./.test(name)) return [];
  const range = rangeOf(keySpan);
  return [{ kind: 'handler', name: `(${name})`, form: 'event', range, value: { kind: 'function' } }];
}

/** `<p slot="legend">` right below an element. */
function slotsIn({ children }: TmplAstElement): ItemUse[] {
  return children.flatMap((child): ItemUse[] => {
    const slot =
      child instanceof TmplAstElement ? child.attributes.find((one) => one.name === 'slot') : undefined;
    if (!slot?.valueSpan) return [];
    return [slotItem(slot.value, rangeOf(slot.valueSpan))];
  });
}
