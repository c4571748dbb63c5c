/** The module that all directives written for Angular share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return `${LINKED}\n${elementLink({ writesAttributes: true })}`;
}

const LINKED = `import { isPlatformBrowser } from '@angular/common';
import {
  booleanAttribute,
  DestroyRef,
  ElementRef,
  effect,
  inject,
  numberAttribute,
  PLATFORM_ID,
} from '@angular/core';

/** Inputs by the name of a property or an attribute. */
export type Inputs = Record<string, () => unknown>;

/** What is done with events by their names: outputs, and functions. */
export type Outputs = Record<string, { emit(event: never): void } | ((event: never) => void)>;

/**
 * The element of the directive that is being made, tied until that is destroyed: its properties, its events, its
 * attributes, and those that are there or not. On a server only attributes are written.
 */
export function linked<E extends HTMLElement>(
  kind: Kind,
  properties: Inputs,
  outputs: Outputs,
  attributes: Inputs = {},
  flags: Inputs = {},
): E {
  const element = inject<ElementRef<E>>(ElementRef).nativeElement;
  const isInBrowser = isPlatformBrowser(inject(PLATFORM_ID));
  const link = new ElementLink<E>(kind);
  link.attach(element);
  const handlers: Handlers = {};
  for (const name in outputs) {
    const output = outputs[name];
    handlers[name] = typeof output === 'function' ? output : (event) => output?.emit(event);
  }
  effect(() => {
    const texts = read(attributes) as Attributes;
    for (const name in flags) texts[name] = presence(flags[name]?.() as boolean);
    link.write(texts);
    if (isInBrowser) link.update(read(properties), handlers);
  });
  inject(DestroyRef).onDestroy(() => link.release());
  return element;
}

function read(inputs: Inputs): Values {
  const values: Values = {};
  for (const name in inputs) values[name] = inputs[name]?.();
  return values;
}

/** A boolean input, which may be written as a bare attribute; what is not bound stays undefined. */
export function optionalBoolean(value: unknown): boolean | undefined {
  return value === undefined ? undefined : booleanAttribute(value);
}

/** A number input, which may be written as a bare attribute; what is not bound stays undefined. */
export function optionalNumber(value: unknown): number | undefined {
  return value === undefined ? undefined : numberAttribute(value);
}
`;

/** The module that makes elements controls of forms; it needs Angular's package for forms. */
export const CONTROL_TEXT = `import { Directive, signal } from '@angular/core';
import type { ControlValueAccessor } from '@angular/forms';
import { type Kind, linked } from './bridge.js';

/** What the controls of all elements have in common. */
@Directive()
export abstract class ElementControl<E extends HTMLElement, T> implements ControlValueAccessor {
  protected readonly element: E;
  readonly #value = signal<T | undefined>(undefined);
  readonly #isDisabled = signal<boolean | undefined>(undefined);
  #changed: (value: T) => void = () => {};
  #touched: () => void = () => {};

  constructor(kind: Kind, property: string, event: string, read: (event: never) => T, disables: boolean) {
    this.element = linked<E>(
      kind,
      { [property]: this.#value, ...(disables ? { disabled: this.#isDisabled } : {}) },
      {
        [event]: (given: never) => {
          const value = read(given);
          this.#value.set(value);
          this.#changed(value);
        },
        focusout: () => this.#touched(),
      },
    );
  }

  writeValue(value: T | null): void {
    this.#value.set(value ?? undefined);
  }

  registerOnChange(changed: (value: T) => void): void {
    this.#changed = changed;
  }

  registerOnTouched(touched: () => void): void {
    this.#touched = touched;
  }

  setDisabledState(isDisabled: boolean): void {
    this.#isDisabled.set(isDisabled);
  }
}
`;
