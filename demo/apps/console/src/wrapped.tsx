import { useState } from 'react';
import { createRoot } from 'react-dom/client';
import { readings, sailings } from './data.js';
import { FareQuote, SailingBoard, TideGauge } from './elements/index.js';

/** The control room again, with the wrappers that Suvet generates in `elements/`: nothing by hand. */
export function WrappedControlRoom() {
  const [picked, setPicked] = useState('none');
  const [breach, setBreach] = useState(0);
  const [fare, setFare] = useState('240');

  return (
    <main>
      <SailingBoard
        port="north"
        maxRows={4}
        sailings={sailings}
        formatTime={(at) => `${at} h`}
        onSailingPick={(event) => setPicked(event.detail.sailingId)}
        heading={<h2>North quay</h2>}
      />
      <TideGauge
        pier="North"
        readings={readings}
        highMark={3.2}
        onTideBreach={(event) => setBreach(event.detail.level)}
      >
        <p slot="legend">Red: the car deck closes.</p>
      </TideGauge>
      <FareQuote
        value={fare}
        party={{ adults: 2, children: 1, car: 4.2 }}
        onInput={(event) => setFare((event.target as HTMLInputElement).value)}
      />
      <output>
        picked {picked}, breach {breach}, fare {fare}
      </output>
    </main>
  );
}

const place = document.getElementById('console');
if (place) createRoot(place).render(<WrappedControlRoom />);
