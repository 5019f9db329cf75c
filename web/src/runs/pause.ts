import { useSyncExternalStore } from 'react';
import { read, remove, write } from '../api/keep';

// A pause from one motion, asked for after a time that each person sets on the device at the bench (docs/craft.md, section 17).

const after = 'pause after';
const going = 'counting since';
/** Whoever counts nothing for so long has had a pause. */
const rest = 8 * 60_000;
const usual = 25;

interface Going {
  since: number;
  last: number;
}

const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const changed = () => listeners.forEach((l) => l());

/** One count more: it belongs to the work before it, or begins anew after a rest. */
export const goOn = (before: Going | undefined, now: number): Going =>
  before && now - before.last < rest && now >= before.last
    ? { since: before.since, last: now }
    : { since: now, last: now };

/** Minutes of one motion without a pause. */
export const minutesAt = (at: Going | undefined) => (at ? Math.floor((at.last - at.since) / 60_000) : 0);

/** Minutes after which a pause is asked for; none is at 0. */
export const pauseAfter = () => read<number>(after) ?? usual;

export function setPauseAfter(minutes: number) {
  write(after, minutes);
  changed();
}

/** Notes that something was counted. True where a pause is due. */
export function counted(now = Date.now()) {
  const at = goOn(read<Going>(going), now);
  write(going, at);
  changed();
  return isDue(at);
}

/** Notes that work by the clock goes on, where nothing is counted. True once, when a pause falls due. */
export function working(now = Date.now()) {
  const before = isDue(read<Going>(going));
  return counted(now) && !before;
}

const isDue = (at: Going | undefined) => pauseAfter() > 0 && minutesAt(at) >= pauseAfter();

export function hadPause() {
  remove(going);
  changed();
}

/** Minutes without a pause where one is due, null otherwise. */
export const usePause = () =>
  useSyncExternalStore(subscribe, () => {
    const at = read<Going>(going);
    return isDue(at) ? minutesAt(at) : null;
  });

export const usePauseAfter = () => useSyncExternalStore(subscribe, pauseAfter);
