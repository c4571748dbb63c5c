import {
  Component,
  CUSTOM_ELEMENTS_SCHEMA,
  Directive,
  ElementRef,
  effect,
  inject,
  input,
} from '@angular/core';
import type { Input, Item } from './input.js';
import { CrewPanel } from './wrappers/index.js';

const first = () => (globalThis as unknown as { suvetFirstInput: Input }).suvetFirstInput;

@Component({
  selector: 'suvet-wrapped',
  imports: [CrewPanel],
  template: `@for (item of input().items; track item.key) {
    <crew-panel [watches]="item.watches" [rowCount]="item.rowCount" (watchPick)="item.pick($event)" />
  }`,
})
class WrappedView {
  readonly input = input<Input>(first());
}

@Directive({ selector: '[panel]', host: { '[attr.row-count]': 'panel().rowCount' } })
class Panel {
  readonly panel = input.required<Item>();
  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement & { watches: unknown }>>(ElementRef);
    effect((onCleanup) => {
      nativeElement.watches = this.panel().watches;
      const heard = (event: Event) => this.panel().pick(event);
      nativeElement.addEventListener('watch-pick', heard);
      onCleanup(() => nativeElement.removeEventListener('watch-pick', heard));
    });
  }
}

@Component({
  selector: 'suvet-hand',
  imports: [Panel],
  schemas: [CUSTOM_ELEMENTS_SCHEMA],
  template: `@for (item of input().items; track item.key) { <crew-panel [panel]="item" /> }`,
})
class HandView {
  readonly input = input<Input>(first());
}

export const Wrapped = () => WrappedView;
export const Hand = () => HandView;
