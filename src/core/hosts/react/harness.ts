/** How React is measured: views in JSX. */

import type { HostHarness } from '../harness.js';
import { jsxElement } from '../jsx-harness.js';
import { syntax } from './syntax.js';

export const harness: HostHarness = {
  packages: ['react', 'react-dom'],
  optional: ['react-dom/client'],
  ending: '.tsx',
  jsxFrom: 'react',
  view: (shape) => `export default function View({ input }) {
  return ${jsxElement(shape, {
    syntax,
    input: 'input',
    className: 'className',
    list: (items, element) => `<div>{${items}.map((item) => ${element('item', 'key={item.key}')})}</div>`,
    texts: (list) => `{${list}.map((one) => <i key={one}>{one}</i>)}`,
  })};
}
`,
  server: true,
};
