import { surveyed } from './memory.js';

/**
 * The shortest of five surveys of a source, in milliseconds that the processor was at work: a busy machine is no slower
 * by them.
 */
export function timeOf(source: string): number {
  const times = [1, 2, 3, 4, 5].map(() => {
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
