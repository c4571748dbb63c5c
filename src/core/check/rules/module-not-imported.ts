import { specifierIn } from '../../contract/specifiers.js';
import type { Rule } from '../rule.js';

/** A tag whose module nothing imports: the element is never defined. */
export const moduleNotImported: Rule = {
  code: 'module-not-imported',
  level: 'error',
  isToldOnce: true,
  check({ use, component, packageName, isLoaded }) {
    if (component?.registers !== 'on-import' || component.unexported || isLoaded(component.tag)) return [];
    const from = packageName ?? component.package?.name;
    const module = from ? specifierIn(from, component) : component.module;
    return [
      {
        range: use.range,
        message: `${use.tag}: is never defined, because nothing here imports ${module}.`,
        cure: `Import it: import '${module}';`,
      },
    ];
  },
};
