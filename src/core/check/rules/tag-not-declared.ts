import type { Rule } from '../rule.js';

/** A tag of which nothing tells the host that it is an element, where the host has to be told. */
export const tagNotDeclared: Rule = {
  code: 'tag-not-declared',
  level: 'warning',
  isToldOnce: true,
  check({ use, component, version, isTold }) {
    const option = version.host.tagOption;
    if (!component || !option || isTold) return [];
    const [prefix = ''] = use.tag.split('-');
    return [
      {
        range: use.range,
        message: `${use.tag}: ${version.label} ${option.otherwise}, because no configuration here has ${option.name}.`,
        cure: `Tell its compiler: ${option.write(`${prefix}-`)}`,
      },
    ];
  },
};
