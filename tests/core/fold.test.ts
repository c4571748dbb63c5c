import { expect, test } from 'vitest';
import { fold } from '../../src/core/survey/fold.js';
import type { Folded } from '../../src/core/survey/folded.js';
import { isFoldedObject, isReference, UNKNOWN } from '../../src/core/survey/folded.js';
import { graphOf } from '../support/memory.js';

const MODULES = {
  'names.ts':
    "export const PREFIX = 'tide'; export enum Mark { High = 'high', Low = 'low' } export default PREFIX + '!'; export * from './more.js';",
  'more.ts':
    "export const LIST = ['a', 'b'] as const; export const pre = (name: string) => `${'x'}-${name}`;",
  'cycle.ts': "import { other } from './cycle2.js'; export const one = other;",
  'cycle2.ts': "import { one } from './cycle.js'; export const other = one;",
};

function folded(expression: string): unknown {
  const source = `import all, { PREFIX, Mark, LIST, pre } from './names.js'; import * as names from './names.js'; import { one } from './cycle.js';
    const own = { a: 'x', b: 'y' }; class Base { static get watched() { return ['w']; } }
    const result = ${expression};`;
  const graph = graphOf({ ...MODULES, 'main.ts': source });
  const module = graph.load('main.ts');
  const declaration = module?.declarations.get('result');
  if (!module || declaration?.kind !== 'variable' || !declaration.init) throw new Error('no result');
  return plain(fold(declaration.init, { graph, module }));
}

function plain(value: Folded): unknown {
  if (Array.isArray(value)) return value.map(plain);
  if (isFoldedObject(value))
    return Object.fromEntries([...value.object].map(([name, one]) => [name, plain(one)]));
  return isReference(value) ? `<${value.reference}>` : value;
}

test.each<[string, unknown]>([
  ["'a' + 'b' + 1", 'ab1'],
  ['`${PREFIX}-gauge`', 'tide-gauge'],
  ['all', 'tide!'],
  ['Mark.High', 'high'],
  ['Object.values(Mark)', ['high', 'low']],
  ['[...LIST, "c"]', ['a', 'b', 'c']],
  ['LIST.map((one) => `${one}-x`)', ['a-x', 'b-x']],
  ["LIST.filter((one) => one !== 'a')", ['b']],
  ["LIST.join('-')", 'a-b'],
  ["pre('y')", 'x-y'],
  ['names.PREFIX', 'tide'],
  ['Object.freeze(own)', { a: 'x', b: 'y' }],
  ['Object.keys({ ...own, c: 1 })', ['a', 'b', 'c']],
  ['Base.watched', ['w']],
  ["own['a'].toUpperCase()", 'X'],
  ['own.missing ?? 2', 2],
  ['true ? 1 : 2', 1],
  ['Number', '<Number>'],
  ['-3', -3],
  ['location.hash', UNKNOWN],
  ['one', UNKNOWN],
  ['`${location.hash}`', UNKNOWN],
  ['[...LIST, ...rest()]', ['a', 'b', UNKNOWN]],
])('%s', (expression, value) => {
  expect(folded(expression)).toEqual(value);
});
