import type { Schema } from './client';

/** How far the workshop's clocks stand before UTC, from when on, oldest first; none before the house has said so. */
let offsets: { from: number; ms: number }[] = [];

export const setZone = (told: readonly Schema['ZoneOffset'][]) => {
  offsets = told.map((o) => ({ from: Date.parse(o.from), ms: o.minutes * 60_000 }));
};

/**
 * A moment as the workshop's calendar and clocks show it: its UTC parts are theirs. The browser's own way (`Intl`) takes a phone a quarter of a
 * second when it is first asked for.
 */
export function inZone(time: string | number): Date {
  const moment = new Date(time).getTime();
  const offset = offsets.findLast((o) => o.from <= moment) ?? offsets[0];
  return new Date(moment + (offset?.ms ?? 0));
}
