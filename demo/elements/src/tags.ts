/** Every tag of the fleet starts with the thing it shows; the names live here so that nobody invents one twice. */
export const TAGS = {
  tideGauge: 'tide-gauge',
  crossingNotice: 'crossing-notice',
} as const;

export const PORTS = ['north', 'south', 'skerry'] as const;

/** A port of the line. */
export type Port = (typeof PORTS)[number];
