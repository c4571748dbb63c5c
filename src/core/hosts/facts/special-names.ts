/** Names that hosts or the platform treat in a way of their own, and those that stand for all that begin so. */

/** Members that the platform gives every element: the measured element has no accessor of its own for them. */
const GLOBAL_NAMES = ['id', 'slot', 'innerHTML', 'textContent'];

/** Members of the measured element, some in place of those that the platform gives every element. */
export const OWN_NAMES: readonly string[] = [
  'title',
  'hidden',
  'lang',
  'dir',
  'draggable',
  'tabIndex',
  'class',
  'className',
  'style',
  'key',
  'ref',
  'is',
  'children',
  'for',
  'htmlFor',
  'value',
  'checked',
  'selected',
  'disabled',
  'type',
  'name',
  'data',
  'href',
  'src',
  'defaultValue',
  'defaultChecked',
  'multiple',
  'readonly',
  'readOnly',
  'autofocus',
  'width',
  'height',
  'colSpan',
  'rowSpan',
  'list',
  'form',
  'formAction',
  'formaction',
  'noValidate',
  'download',
  'role',
  'popover',
  'translate',
  'spellcheck',
  'autocorrect',
  'autocapitalize',
  'tabindex',
  'innerText',
  'classList',
  'data-level',
  'aria-label',
  'onReady',
  'onready',
  'on-ready',
];

/** Attributes of which every element has a property by itself (HTML 3.2.2, 3.2.6). */
export const PLATFORM_NAMES: readonly string[] = [
  'title',
  'hidden',
  'lang',
  'dir',
  'draggable',
  'spellcheck',
  'autocorrect',
  'autocapitalize',
  'translate',
  'inert',
  'autofocus',
  'tabindex',
  'contenteditable',
  'popover',
  'role',
];

export const SPECIAL_NAMES: readonly string[] = [...GLOBAL_NAMES, ...OWN_NAMES];

const FAMILIES: readonly (readonly [beginning: RegExp, name: string])[] = [
  [/^on[A-Z]/, 'onReady'],
  [/^on[a-z]/, 'onready'],
  [/^on-/, 'on-ready'],
  [/^data-/, 'data-level'],
  [/^aria-/, 'aria-label'],
];

/** The special name whose facts hold for this one: itself, or the one that stands for its family; else null. */
export function specialNameOf(name: string): string | null {
  if (SPECIAL_NAMES.includes(name)) return name;
  return FAMILIES.find(([beginning]) => beginning.test(name))?.[1] ?? null;
}
