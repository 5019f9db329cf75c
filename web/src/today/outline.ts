import type { Schema } from '../api/client';

/** What a station on the common course is for, in a few words. */
const purpose: Partial<Record<Schema['StepKind'], string>> = {
  skirt: 'off with what spoils the rest',
  wash: 'the wax leaves in hot water',
  dry: 'until it loses no more',
  open: 'locks are loosened',
  card: 'to rolags, batts and clouds',
  comb: 'to top, with its noil',
};

/** The stations of a fleece's common course, in the order the workshop keeps them in. */
export const courseOutline = (stations: readonly Pick<Schema['StationView'], 'step'>[]) =>
  stations.flatMap(({ step }) => (purpose[step] ? [{ step, says: purpose[step] }] : []));
