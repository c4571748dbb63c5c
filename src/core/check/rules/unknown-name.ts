import { isGlobalAttribute, isGlobalProperty } from '../../contract/platform.js';
import { attributesOf, hasGaps } from '../../contract/types.js';
import { camelCase } from '../../emit/names.js';
import { nearest } from '../../findings/nearest.js';
import type { ItemUse } from '../../hosts/uses.js';
import { isFormsOwn, TEXT_FORMS } from '../meant.js';
import type { Rule, RuleContext } from '../rule.js';

/**
 * A property or attribute that the component does not have; where others may be meant, or not all that it has is known,
 * only what nearly is one.
 */
export const unknownName: Rule = {
  code: 'unknown-name',
  level: 'error',
  check(context) {
    const { use, component } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      if ((item.kind !== 'value' && item.kind !== 'pair') || isKnown(item, context)) return [];
      const near = nearest(item.name, namesFor(item, context));
      const mayBeThere = use.isShared || hasGaps(component) || (component.typesOnly && item.form !== 'dom');
      if (mayBeThere && near === null) return [];
      return [
        {
          range: item.range,
          message: `${item.name}: ${component.tag} has no such ${item.form === 'dom' ? 'property' : 'property or attribute'}, so nothing happens.`,
          cure: near ? `Write ${near}.` : `See what it has: suvet survey --component ${component.tag}`,
        },
      ];
    });
  },
};

/** Attributes by which scripts of a page do things to any element: `v-model`, `x-data`, `hx-get`. */
const SCRIPTS_NAMES = /^(?:v|x|ng|hx)-/;

function isKnown(item: ItemUse, context: RuleContext): boolean {
  const isDom = item.form === 'dom';
  if (item.form === 'markup' && SCRIPTS_NAMES.test(item.name)) return true;
  if (!isDom && isGlobalAttribute(item.name)) return true;
  if (!TEXT_FORMS.includes(item.form) && isGlobalProperty(item.name)) return true;
  if (!isDom && isFormsOwn(item, context.component)) return true;
  const names = namesFor(item, context);
  if (isDom) return names.includes(item.name);
  // Nobody tells how its attributes are spelled.
  if (context.component?.typesOnly && names.includes(camelCase(item.name))) return true;
  if (isAskedFor(item.name.toLowerCase(), context)) return true;
  // Attributes do not tell case apart; a property whose name lost its case is another rule's business.
  return names.some((name) => name.toLowerCase() === item.name.toLowerCase());
}

/** Elements of a package read attributes of each other's: a list those of its options. */
function isAskedFor(name: string, { components }: RuleContext): boolean {
  return components.some((one) => one.asks?.attributes.includes(name));
}

/** The names that this way of writing can mean: markup knows attributes only, calls on the element properties only. */
function namesFor({ form }: ItemUse, { component }: RuleContext): string[] {
  if (!component) return [];
  const meaning = attributesOf(component).filter((one) => !one.watched);
  const attributes = [...meaning, ...(component.unobserved ?? [])].map((one) => one.name);
  const properties = component.properties.map((one) => one.name);
  if (form === 'dom') return [...properties, ...component.methods.map((one) => one.name)];
  return form === 'dom-attribute' && !component.typesOnly ? attributes : [...properties, ...attributes];
}
