import { useState } from 'react';

/** What lies at the quay, and what it costs to leave. */
export function Quay() {
  const [fare, setFare] = useState('240');

  return (
    <section>
      <berth-plan tide-level={2.4} night-mode="">
        <p slot="crane">The crane rests.</p>
        <p slot="feul">The fuel barge is full.</p>
      </berth-plan>

      <deck-picker label="Decks" onDeckSelect={(event: CustomEvent) => console.log(event.detail.deck)} />

      <fare-quote
        value={fare}
        currency="eur"
        onInput={(event: React.FormEvent<HTMLInputElement>) => setFare(event.currentTarget.value)}
      />
      <fare-quote value={fare} currency="euro" disabled={false} />
    </section>
  );
}
