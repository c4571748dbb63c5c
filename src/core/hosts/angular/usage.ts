/** Angular files -> element uses: templates in classes and in files of their own, and the DOM calls of the classes. */

import { isNamedAfter } from '../../emit/names.js';
import { type Ast, walk } from '../../survey/syntax/parse.js';
import { domUses } from '../dom-uses.js';
import { readScript } from '../scripts.js';
import { calledName, entriesOf, type Keepers, membersIn } from '../sketch.js';
import type { Adoption, HostUses, Range, SourceText } from '../uses.js';
import { readTemplate } from './template.js';

const KEEPERS: Keepers = {
  signal: 'call',
  computed: 'call',
  linkedSignal: 'call',
  input: 'call',
  model: 'call',
};

/** Modules that the host ships, whose directives take names of their own only. */
const OWN_MODULES = ['CommonModule', 'FormsModule', 'ReactiveFormsModule'];

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
