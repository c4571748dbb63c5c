import { createRoot } from 'react-dom/client';
import '@merrow/deck-elements/tide-gauge.js';
import '@merrow/deck-elements/sailing-board.js';
import '@merrow/deck-elements/fare-quote.js';
import '@merrow/deck-elements/deck-picker.js';
import { ControlRoom } from './control-room.js';

const place = document.getElementById('console');
if (place) createRoot(place).render(<ControlRoom />);
