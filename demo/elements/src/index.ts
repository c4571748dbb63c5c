export { BerthPlan } from './berth-plan.js';
export { CrossingNotice } from './crossing-notice.js';
export { DeckPicker } from './deck-picker.js';
export { FareQuote } from './fare-quote.js';
export { SailingBoard } from './sailing-board.js';
export { TideGauge } from './tide-gauge.js';
