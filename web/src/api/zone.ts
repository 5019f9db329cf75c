import type { Schema } from './client';
import { unreadTime } from './unreadable';

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

/** A day and an hour as the workshop's calendar and clocks show them, the way a browser writes them (`2026-05-14T10:30`), as a moment. */
export function fromZone(text: string): Date {
  const shown = Date.parse(`${text}Z`);
  // Where the clocks were set in between, the second guess is the one that reads so.
  const guess = shown - (inZone(shown).getTime() - shown);
  return new Date(shown - (inZone(guess).getTime() - guess));
}

/** A moment as a field for a day and an hour holds it. */
export const asField = (time: string | number) => inZone(time).toISOString().slice(0, 16);

/** The last time it was this hour by the workshop's clocks: earlier today, or else yesterday. */
export function lastTimeAt(hour: string, now: number): Date {
  const today = fromZone(`${asField(now).slice(0, 10)}T${hour}`);
  return today.getTime() <= now ? today : fromZone(`${asField(now - 86_400_000).slice(0, 10)}T${hour}`);
}

/** What a field for a day and an hour sends: nothing for now, and what was typed in part as that. */
export const sentTime = (text: string) => (!text || text === unreadTime ? text || null : fromZone(text).toISOString());
