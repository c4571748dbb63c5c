/** Angular components -> element uses: templates in classes and files of their own, and the DOM calls of the classes. */

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
import { isNamedAfter } from '../../contract/tags.js';
import { type Ast, walk } from '../../survey/parse.js';
import { domUses } from '../dom-uses.js';
import { readScript, syntaxFinding } from '../scripts.js';
import {
  calledName,
  entriesOf,
  hiding,
  type Keepers,
  membersIn,
  type Names,
  parseExpression,
  sketchOfText,
} from '../sketch.js';
import type { Adoption, ElementUse, HostUses, ItemUse, Range, SourceText, ValueSketch } from '../uses.js';
import { shifted } from '../uses.js';

const KEEPERS: Keepers = {
  signal: 'call',
  computed: 'call',
  linkedSignal: 'call',
  input: 'call',
  model: 'call',
};

/** Attributes that the host takes for itself on every element, also by directives that it ships. */
const OWN_NAME = /^(class|style|i18n|i18n-.*|ng[A-Z].*|form(Control|Group|Array)(Name)?)$/;

/** Modules that the host ships, whose directives take names of their own only. */
const OWN_MODULES = ['CommonModule', 'FormsModule', 'ReactiveFormsModule'];

/** Pipes of the host that give text. */
const TEXT_PIPES = ['currency', 'date', 'json', 'lowercase', 'number', 'percent', 'titlecase', 'uppercase'];

/** Reads one file: a template, or a module of classes. Never throws on any text. */
export function usesIn(source: SourceText): HostUses {
  return source.file.endsWith('.html') ? usesInTemplate(source) : usesInModule(source);
}

function usesInTemplate(source: SourceText): HostUses {
  const template = readTemplate(source, { start: 0, end: source.text.length }, false, new Map());
  const uses = template.uses.map((use) => ({ ...use, isShared: true }));
  return { uses, imports: [], findings: template.findings };
}

function usesInModule(source: SourceText): HostUses {
  const { program, names, imports, findings } = readScript(source, KEEPERS);
  const result: HostUses = { uses: [], adopts: [], imports, findings };
  const held = new Map<string, string>();
  walk(program, (node) => {
    const declared = node.type === 'ClassDeclaration' ? declarationOf(node) : null;
    if (node.type !== 'ClassDeclaration' || !declared) return true;
    result.adopts?.push(...adoptionsOf(node, declared.get('selector')));
    const place = textPlace(declared.get('template'));
    if (!place) return true;
    const members = membersIn(node.body, KEEPERS);
    const template = readTemplate(source, place, true, members);
    const scope = scopeOf(declared);
    const isShared = scope?.every((name) => OWN_MODULES.includes(name)) !== true;
    // A component named after the tag is its wrapper, wherever it is declared.
    const uses = template.uses.filter(({ tag }) => !scope?.some((name) => isNamedAfter(name, tag)));
    result.uses.push(...uses.map((use) => ({ ...use, isShared, ...(scope ? { scope } : {}) })));
    result.findings.push(...template.findings);
    for (const [field, reference] of viewQueries(node.body)) {
      const tag = template.references.get(reference);
      if (tag) held.set(field, tag);
    }
    return true;
  });
  const heldBy = (node: Ast.Node) => held.get(fieldIn(node) ?? '');
  result.uses.push(...domUses(program, names, { heldBy }));
  return result;
}

/** What a class is declared with: `@Component({ ... })`, `@Directive({ ... })`; null without either. */
function declarationOf({ decorators }: Ast.Class): Map<string, Ast.Node> | null {
  for (const { expression } of decorators) {
    if (expression.type !== 'CallExpression' || !/^(Component|Directive)$/.test(calledName(expression)))
      continue;
    return new Map(entriesOf(expression.arguments[0]).map(({ name, value }) => [name, value]));
  }
  return null;
}

/** The tags that a selector takes, attributes and all: `tide-gauge, berth-plan[wide]`. */
function adoptionsOf({ id }: Ast.Class, selector: Ast.Node | undefined): Adoption[] {
  const text = selector?.type === 'Literal' && typeof selector.value === 'string' ? selector.value : '';
  return text.split(',').flatMap((one) => {
    const [tag] = /^[a-z][\w.]*-[\w.-]*/i.exec(one.trim()) ?? [];
    return tag && id ? [{ tag: tag.toLowerCase(), component: id.name }] : [];
  });
}

/** Where the text of a literal stands, without its quotes. */
function textPlace(node: Ast.Node | undefined): Range | null {
  const isText =
    (node?.type === 'Literal' && typeof node.value === 'string') ||
    (node?.type === 'TemplateLiteral' && node.expressions.length === 0);
  return node && isText ? { start: node.start + 1, end: node.end - 1 } : null;
}

/** The names that a component imports for its template; undefined where another module says so. */
function scopeOf(declared: ReadonlyMap<string, Ast.Node>): string[] | undefined {
  const standalone = declared.get('standalone');
  if (standalone?.type === 'Literal' && standalone.value === false) return undefined;
  const imports = declared.get('imports');
  if (!imports) return [];
  if (imports.type !== 'ArrayExpression') return undefined;
  const names = imports.elements.map((one) => (one?.type === 'Identifier' ? one.name : null));
  // What is spread, and modules, bring names that nothing here tells.
  const areTold = names.every((name) => name !== null && (OWN_MODULES.includes(name) || isClassName(name)));
  return areTold ? names.filter((name) => name !== null) : undefined;
}

const isClassName = (name: string) => /^[A-Z][\w$]*[a-z]/.test(name) && !name.endsWith('Module');

/** Fields that hold what a template reference marks: `viewChild('gauge')`, `@ViewChild('gauge') gauge`. */
function viewQueries({ body }: Ast.ClassBody): [field: string, reference: string][] {
  return body.flatMap((member): [string, string][] => {
    if (member.type !== 'PropertyDefinition' || member.key.type !== 'Identifier') return [];
    const { name } = member.key;
    const calls = [member.value, ...member.decorators.map((one) => one.expression)];
    return calls.flatMap((call): [string, string][] => {
      const first = call?.type === 'CallExpression' && isViewQuery(call) ? call.arguments[0] : undefined;
      return first?.type === 'Literal' ? [[name, String(first.value)]] : [];
    });
  });
}

function isViewQuery({ callee }: Ast.CallExpression): boolean {
  const called =
    callee.type === 'MemberExpression' &&
    callee.property.type === 'Identifier' &&
    callee.property.name === 'required'
      ? callee.object
      : callee;
  return called.type === 'Identifier' && /^viewchild$/i.test(called.name);
}

/** The field whose element an expression gives: `this.gauge().nativeElement`, `this.gauge.nativeElement`. */
function fieldIn(node: Ast.Node): string | null {
  if (node.type !== 'MemberExpression' || node.property.type !== 'Identifier') return null;
  if (node.property.name !== 'nativeElement') return null;
  const object = bare(node.object);
  const held = object.type === 'CallExpression' ? object.callee : object;
  const isField = held.type === 'MemberExpression' && held.object.type === 'ThisExpression';
  return isField && held.property.type === 'Identifier' ? held.property.name : null;
}

/** An expression without what only says that it is there. */
function bare(node: Ast.Node): Ast.Node {
  const isWrapped =
    node.type === 'TSNonNullExpression' || node.type === 'TSAsExpression' || node.type === 'ChainExpression';
  return isWrapped ? bare(node.expression) : node;
}

interface ReadTemplate {
  uses: ElementUse[];
  /** Tags by the template variable that holds their element. */
  references: ReadonlyMap<string, string>;
  findings: HostUses['findings'];
}

function readTemplate(
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
    if (variables.length > 0)
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
    const value: ValueSketch = { kind: 'string', literal: slot.value };
    return [{ kind: 'slot', name: slot.value, form: 'child', range: rangeOf(slot.valueSpan), value }];
  });
}
