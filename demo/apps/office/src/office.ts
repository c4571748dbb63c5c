import { Component, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { readings, sailings } from './data.js';
import { FareQuoteControl } from './elements/forms.js';
import { FareQuote, SailingBoard, TideGauge } from './elements/index.js';

/** The booking office: fares are fields of a form like any other. */
@Component({
  selector: 'merrow-office',
  imports: [FareQuote, FareQuoteControl, FormsModule, SailingBoard, TideGauge],
  template: `
    <main>
      <sailing-board
        port="north"
        [maxRows]="4"
        [sailings]="sailings"
        [formatTime]="formatTime"
        (sailingPick)="picked.set($event.detail.sailingId)"
      >
        <h2 slot="heading">North quay</h2>
      </sailing-board>
      <tide-gauge
        #gauge="tideGauge"
        pier="North"
        [readings]="readings"
        [highMark]="3.2"
        (tideBreach)="breach.set($event.detail.level)"
      >
        <p slot="legend">Red: the car deck closes.</p>
      </tide-gauge>
      <fare-quote name="fare" [(ngModel)]="fare" [party]="party" />
      <button type="button" (click)="gauge.refresh()">Ask the pier again</button>
      <output>picked {{ picked() }}, breach {{ breach() }}, fare {{ fare() }}</output>
    </main>
  `,
})
export class Office {
  readonly readings = readings;
  readonly sailings = sailings;
  readonly party = { adults: 2, children: 1, car: 4.2 };
  readonly picked = signal('none');
  readonly breach = signal(0);
  readonly fare = signal('240');
  readonly formatTime = (at: string): string => `${at} h`;
}
