/**
 * Writes down what each kind of HTML element has of its own, for code that asks an element for its names: from the
 * declarations of the DOM that come with TypeScript, which follow the standards' IDL.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const declared = fileURLToPath(new URL('../node_modules/typescript/lib/lib.dom.d.ts', import.meta.url));
const source = ts.createSourceFile(declared, readFileSync(declared, 'utf8'), ts.ScriptTarget.Latest);
const interfaces = new Map();
source.forEachChild((node) => {
  if (ts.isInterfaceDeclaration(node))
    interfaces.set(node.name.text, [...(interfaces.get(node.name.text) ?? []), node]);
});
const ROOT = 'HTMLElement';
const textOf = (node) => node.getText(source).replace(/\s+/g, ' ');
const above = (name) =>
  (interfaces.get(name) ?? []).flatMap((node) =>
    (node.heritageClauses ?? []).flatMap((clause) => clause.types.map((one) => textOf(one.expression))),
  );
const isElement = (name) => name === ROOT || above(name).some(isElement);

/** The members of an interface and of those mixed into it, each once; listeners are every node's. */
function membersOf(name) {
  const members = new Map();
  for (const part of [name, ...above(name).filter((one) => !isElement(one))])
    for (const node of interfaces.get(part) ?? [])
      for (const member of node.members) {
        const key = member.name && textOf(member.name);
        if (key && !/EventListener$/.test(key) && !members.has(key)) members.set(key, textOf(member));
      }
  return [...members.values()];
}

const lines = [...interfaces.keys()]
  .filter((name) => name !== ROOT && isElement(name))
  .map((name) => `interface ${name} extends ${above(name).find(isElement)} { ${membersOf(name).join(' ')} }`);
const tags = ['HTMLElementTagNameMap', 'HTMLElementDeprecatedTagNameMap']
  .flatMap((name) => interfaces.get(name) ?? [])
  .flatMap((node) => node.members.map(textOf))
  .filter((text) => !text.endsWith(`: ${ROOT};`));

const target = new URL('../src/core/survey/modules/platform-elements.ts', import.meta.url);
writeFileSync(
  target,
  `/** Written by scripts/platform.mjs: what kinds of elements have of their own (HTML and the standards that add to it). */
export const PLATFORM_ELEMENTS = \`
${lines.join('\n')}
interface Tags { ${tags.join(' ')} }
\`;
`,
);
