import type { Schema } from '../api/client';

type Wash = Schema['WashView'];
type Bath = Schema['BathView'];

/** A bath that has to be lifted is called for each minute, until somebody must have heard it or is not there. */
const MostCalls = 10;

/** A bath that has soaked is told of when it happens, not to whoever opens the page much later. */
const JustNow = 60_000;

/** Baths that have to be lifted, or soon. */
export const due = (washes: readonly Wash[], now: number) =>
  washes.flatMap((wash) =>
    wash.baths
      .filter((b) => !b.liftedAt && b.alarmAt && Date.parse(b.alarmAt) <= now)
      .map((bath) => ({ wash, bath, over: bath.liftBy ? Date.parse(bath.liftBy) <= now : false })),
  );

/** How often a bath that is due should have been called for by now: once beforehand, once at the moment, then each minute. */
export const callsDue = (bath: Bath, now: number) => {
  const over = bath.liftBy ? now - Date.parse(bath.liftBy) : -1;
  return over < 0 ? 1 : Math.min(MostCalls, 2 + Math.floor(over / 60_000));
};

/** Something may soon have to be lifted; a soak of days hurries nobody. */
export const hurries = (washes: readonly Wash[]) =>
  washes.some((wash) => wash.baths.some((b) => !b.liftedAt && b.alarmAt !== null && b.kind !== 'soak'));

/** Baths that have just soaked as long as was planned, with time left before they must be lifted. */
export const soaked = (washes: readonly Wash[], now: number) =>
  washes.flatMap((wash) =>
    wash.baths
      .filter((b) => {
        const since = now - Date.parse(b.soakedAt);
        return (
          !b.liftedAt &&
          b.floorCelsius !== null &&
          since >= 0 &&
          since < JustNow &&
          !(b.alarmAt && Date.parse(b.alarmAt) <= now)
        );
      })
      .map((bath) => ({ wash, bath })),
  );
