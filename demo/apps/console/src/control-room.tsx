import { useEffect, useRef, useState } from 'react';
import { readings, sailings } from './data.js';
import { Quay } from './quay.js';

/** The room from which the harbour is run. */
export function ControlRoom() {
  const [compact, setCompact] = useState(false);
  const [picked, setPicked] = useState('');
  const board = useRef<HTMLElement & { sailings: typeof sailings }>(null);

  // Lists cannot be written in JSX here, and the event cannot be heard: by hand, then.
  useEffect(() => {
    const element = board.current;
    if (!element) return;
    element.sailings = sailings;
    const pick = (event: Event) => setPicked((event as CustomEvent<{ sailingId: string }>).detail.sailingId);
    element.addEventListener('sailing-pick', pick);
    return () => element.removeEventListener('sailing-pick', pick);
  }, []);

  return (
    <main>
      <button type="button" onClick={() => setCompact(!compact)}>
        Compact
      </button>

      <sailing-board ref={board} port="north" max-rows={4} locked={compact ? '' : undefined}>
        <h2 slot="heading">North quay</h2>
        <p>Picked: {picked}</p>
      </sailing-board>

      <tide-gauge pier="North" readings={readings} high-mark={3.2}>
        <p slot="legend">Red: the car deck closes.</p>
      </tide-gauge>

      <tide-gauge pier="South" reading={readings} onTideBreach={() => setCompact(true)} />

      <tide-guage pier="Skerry" />

      <Quay />
    </main>
  );
}
