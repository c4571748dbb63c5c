/** The forms of a host's syntax that a view names, and the attributes they make. */

import type { ViewShape } from './harness.js';
import type { HostSyntax } from './host.js';

/** The attributes for a view's values and handlers; `from` is the expression that gives both. */
export function attributesOf(shape: ViewShape, syntax: HostSyntax, from: string): string[] {
  return [
    ...shape.values.map(({ form, name }, at) =>
      formWith(syntax.valueForms, form).write(name, `${from}.values[${at}]`),
    ),
    ...shape.handlers.map(({ form, event }, at) =>
      formWith(syntax.handlerForms, form).write(event, `${from}.handlers[${at}]`),
    ),
  ];
}

/** The attribute of a view's two-way shorthand, bound to an expression; empty without one. */
export function pairAttribute({ pair }: ViewShape, syntax: HostSyntax, expression: string): string {
  return pair ? formWith(syntax.pairForms ?? [], pair.form).write(pair.property, expression) : '';
}

/** The form with this id. Throws when there is none. */
function formWith<Form extends { id: string }>(forms: readonly Form[], id: string): Form {
  const form = forms.find((one) => one.id === id);
  if (!form) throw new TypeError(`the host has no form ${id}`);
  return form;
}
