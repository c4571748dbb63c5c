/** How Preact is measured: views in JSX. */

import type { HostHarness } from '../harness.js';
import { jsxElement } from '../jsx-harness.js';
import { syntax } from './syntax.js';

export const harness: HostHarness = {
  packages: ['preact', 'preact-render-to-string'],
  ending: '.tsx',
  jsxFrom: 'preact',
  view: (shape) => `export default function View({ input }) {
  return ${jsxElement(shape, {
    syntax,
    input: 'input',
    className: 'class',
    list: (items, element) => `<div>{${items}.map((item) => ${element('item', 'key={item.key}')})}</div>`,
    texts: (list) => `{${list}.map((one) => <i key={one}>{one}</i>)}`,
  })};
}
`,
  server: true,
};
