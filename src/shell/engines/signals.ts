/** Signals while browsers run: the process ends by its own exit, and what waits for that runs first. */
import { constants } from 'node:os';

const SIGNALS = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const;
let browsers = 0;

/** Leaves with 128 and the signal's number, as shells count; an application that has its own plans is not disturbed. */
function leave(signal: NodeJS.Signals): void {
  if (process.listenerCount(signal) === 1) process.exit(128 + constants.signals[signal]);
}

/**
 * From here on signals end the process by its own exit. To be called before a browser is started; what comes back is
 * to be called when it is gone. Without a browser the system ends the process, also in the middle of a computation.
 */
export function exitOnSignals(): () => void {
  browsers += 1;
  if (browsers === 1) for (const signal of SIGNALS) process.on(signal, leave);
  let isOver = false;
  return () => {
    if (isOver) return;
    isOver = true;
    browsers -= 1;
    if (browsers === 0) for (const signal of SIGNALS) process.off(signal, leave);
  };
}
