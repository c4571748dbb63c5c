/** The module that all directives written for Angular share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return `${LINKED}\n${elementLink({ writesAttributes: false })}`;
}

const LINKED = `import { isPlatformBrowser } from '@angular/common';
import { booleanAttribute, DestroyRef, effect, inject, numberAttribute, PLATFORM_ID } from '@angular/core';

/**
 * Ties an element to its properties and handlers, until its directive is destroyed. Called while the directive is
 * made; on a server there is nothing to tie.
 */
export function linked<E extends HTMLElement>(
  kind: Kind,
  element: E,
  properties: () => Values,
  handlers: Handlers,
): void {
  if (!isPlatformBrowser(inject(PLATFORM_ID))) return;
  const link = new ElementLink<E>(kind);
  link.attach(element);
  effect(() => link.update(properties(), handlers));
  inject(DestroyRef).onDestroy(() => link.release());
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
export const CONTROL_TEXT = `import { Directive, ElementRef, inject, signal } from '@angular/core';
import type { ControlValueAccessor } from '@angular/forms';
import { type Kind, linked } from './bridge.js';

/** What the controls of all elements have in common. */
@Directive()
export abstract class ElementControl<E extends HTMLElement, T> implements ControlValueAccessor {
  protected readonly element = inject<ElementRef<E>>(ElementRef).nativeElement;
  readonly #value = signal<T | undefined>(undefined);
  readonly #isDisabled = signal<boolean | undefined>(undefined);
  #changed: (value: T) => void = () => {};
  #touched: () => void = () => {};

  constructor(kind: Kind, property: string, event: string, read: (event: never) => T, disables: boolean) {
    linked(
      kind,
      this.element,
      () => ({ [property]: this.#value(), ...(disables ? { disabled: this.#isDisabled() } : {}) }),
      {
        [event]: (given) => {
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
