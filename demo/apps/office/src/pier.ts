import { Component, CUSTOM_ELEMENTS_SCHEMA } from '@angular/core';
import '@merrow/deck-elements';
import { readings } from './data.js';

/** The pier's page before its elements were generated: it builds, it runs, and it is wrong in three places. */
@Component({
  selector: 'merrow-pier',
  schemas: [CUSTOM_ELEMENTS_SCHEMA],
  templateUrl: './pier.html',
})
export class Pier {
  readonly readings = readings;
  fare = '240';
  deck = 'none';

  choose(event: Event) {
    this.deck = (event as CustomEvent<{ deck: string }>).detail.deck;
  }
}
