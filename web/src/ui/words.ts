import type { Schema } from '../api/client';

/** The screen's words for the field's terms. Names only: nothing here decides anything. */
export const stepWord: Record<Schema['StepKind'], string> = {
  takeIn: 'Take in',
  skirt: 'Skirt',
  wash: 'Wash',
  dry: 'Dry',
  card: 'Card',
  comb: 'Comb',
};

export const stepDone: Record<Schema['StepKind'], string> = {
  takeIn: 'taken in',
  skirt: 'skirted',
  wash: 'washed',
  dry: 'dried',
  card: 'carded',
  comb: 'combed',
};

export const formWord: Record<Schema['LotForm'], string> = {
  raw: 'raw fleece',
  skirted: 'skirted fleece',
  washed: 'washed, damp',
  clean: 'clean fibre',
  cloud: 'cloud',
  rolag: 'rolags',
  batt: 'batts',
  puni: 'punis',
  roving: 'roving',
  top: 'top',
  noil: 'noil',
};

export const lossWord: Record<Schema['LossKind'], string> = {
  skirtings: 'skirtings',
  dungTags: 'dung tags',
  dirtAndSand: 'dirt and sand',
  waxAndSuint: 'wax, suint, dirt',
  vegetableMatter: 'vegetable matter',
  secondCuts: 'second cuts',
  weatheredTips: 'weathered tips',
  guardHair: 'guard hair',
  kemp: 'kemp',
  noil: 'noil',
  cardWaste: 'card waste',
  seedAndTrash: 'seed and trash',
  dust: 'dust',
  referenceLocks: 'reference locks',
  spilled: 'spilled',
  other: 'other',
};

export const fateWord: Record<Schema['Fate'], string> = {
  compost: 'to the compost',
  mulch: 'for mulch',
  sown: 'sown',
  keptAsStock: 'kept as stock',
  keptAsLowerGrade: 'kept as lower grade',
  discarded: 'thrown away',
  givenAway: 'given away',
};

export const stateWord: Record<Schema['WeighingState'], string> = {
  rested: 'rested in the room',
  warm: 'warm off the heat',
  damp: 'still damp',
  asSold: 'as sold',
};

export const waveWord: Record<Schema['Wave'], string> = {
  none: 'straight',
  wave: 'wave',
  curl: 'curl',
  crimp: 'crimp',
  disorganised: 'springy, no order',
};

export const placeWord: Record<Schema['FleecePlace'], string> = {
  unknown: 'not noted',
  shoulder: 'shoulder',
  neck: 'neck',
  side: 'side',
  back: 'back',
  britch: 'britch',
  belly: 'belly',
};

export const fromWord: Record<Schema['Provenance'], string> = {
  measured: 'measured',
  reckoned: 'reckoned',
  yours: 'yours',
  typical: 'typical',
  guessed: 'guessed',
};

export const drawWord: Record<Schema['Draw'], string> = {
  short: 'short draw, twist held back',
  long: 'long draw, twist let in',
};

export const kindWord: Record<Schema['YarnKind'], string> = {
  woollen: 'woollen',
  semiWoollen: 'semi-woollen',
  semiWorsted: 'semi-worsted',
  worsted: 'worsted',
};

export const roleWord: Record<Schema['MemberRole'], string> = {
  looker: 'looks',
  preparer: 'prepares',
  owner: 'owner',
};

export const unitWord: Record<Schema['MassUnit'], string> = {
  gram: 'grams',
  kilogram: 'kilograms',
  ounce: 'ounces',
  pound: 'pounds and ounces',
};

export const parentage = (name: string) => name || 'breed unknown';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const dayTime = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});
const full = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
export const onDay = (time: string) => day.format(new Date(time));
export const onDayTime = (time: string) => dayTime.format(new Date(time));
export const onFullDay = (time: string) => full.format(new Date(time));
export const daysWord = (days: number) => (days === 0 ? 'today' : days === 1 ? '1 day' : `${days} days`);
