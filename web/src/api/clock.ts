import { lastTimeAt } from './zone';

/** The house's clock: what it said last, when that was by this machine's steady clock, and how fast it runs. */
let clock: { at: number; heard: number; speed: number } | null = null;

const listeners = new Set<() => void>();

/** The server's time now; until it has said so, this machine's own. */
export const serverNow = () => (clock ? clock.at + (performance.now() - clock.heard) * clock.speed : Date.now());

/**
 * When this is tapped, by the house's clock: what has to wait for the server keeps its time. Null until the clock was heard; then the server's
 * own time counts.
 */
export const tappedAt = () => (clock ? new Date(serverNow()).toISOString() : null);

/** When it was, where an hour was typed: the last time that it was this hour; else as it is tapped. */
export const notedAt = (hour: string) => (hour ? lastTimeAt(hour, serverNow()).toISOString() : tappedAt());

export function hearClock(now: string, speed: number, heard = performance.now()) {
  const first = !clock;
  clock = { at: Date.parse(now), heard, speed };
  if (first) listeners.forEach((tell) => tell());
}

/**
 * When the answer of this address arrived. What was asked for with the page may have lain there for seconds on a slow phone before it is read;
 * later answers are read as they come.
 */
export function arrivedAt(address: string) {
  const first = performance.getEntriesByType?.('resource').find((entry) => new URL(entry.name).pathname === address);
  return clock || !first ? performance.now() : (first as PerformanceResourceTiming).responseEnd || performance.now();
}

/** Whether the house has said what time it is; before that no hurry is told. */
export const clockHeard = () => clock !== null;

/** Tells when the clock is heard for the first time. */
export function onClockHeard(tell: () => void) {
  listeners.add(tell);
  return () => listeners.delete(tell);
}
