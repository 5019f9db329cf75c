import type { Schema } from '../api/client';

export const otherwiseWord: Record<Schema['Otherwise'], string> = {
  draw: 'the draw',
  plies: 'the plies',
  thickness: 'their thickness',
  twist: 'the twist',
  spinner: 'who spun',
  preparer: 'who prepared',
  day: 'the day',
  amount: 'how much was prepared',
};

/** What is compared; hours and cost for the amount that the workshop tells them for. */
export const comparedWord = (amount: string): Record<Schema['ComparedBy'], string> => ({
  yield: 'kept of what was taken',
  restShare: 'noil',
  gramsPerHour: 'pace of preparing',
  neps: 'neps',
  joins: 'joins',
  lumps: 'lumps in the yarn',
  unevenSingles: 'unevenness of the singles',
  unevenPlied: 'unevenness of the ply',
  unevenYarn: 'unevenness of the yarn',
  takeUp: 'singles longer than their ply by',
  metresPerHour: 'singles spun',
  preparingHours: `preparing, ${amount}`,
  spinningHours: `spinning and joining, ${amount}`,
  wholeHours: `whole hours, ${amount} of yarn`,
  hoursForTheRest: 'whole hours, all that is left',
  costPer100Grams: `cost of ${amount}`,
  gramsForWanted: 'fibre for what is wanted',
  hoursForWanted: 'whole hours for what is wanted',
  costForWanted: 'cost of what is wanted',
});
