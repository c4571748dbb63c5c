import { surveyed } from './memory.js';

/**
 * How much longer a survey of `large` takes than one of `small`. Measured up to three times, until that is below `most`:
 * collecting garbage may fall into one measurement, what grows too fast shows in each.
 */
export function timesAsLong(large: string, small: string, most: number): number {
  const ratios: number[] = [];
  while (ratios.length < 3 && !ratios.some((one) => one < most)) ratios.push(timeOf(large) / timeOf(small));
  return Math.min(...ratios);
}

/**
 * The shortest of three surveys of a source, in milliseconds that the processor was at work: a busy machine is no slower
 * by them.
 */
function timeOf(source: string): number {
  const times = [1, 2, 3].map(() => {
    const start = process.cpuUsage();
    surveyed({ 'a.js': source });
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1000;
  });
  return Math.min(...times);
}

/** A text for each of so many, one after the other. */
export const many = (count: number, make: (index: number) => string) =>
  Array.from({ length: count }, (_, index) => make(index)).join('');
