import type { Schema } from '../api/client';

type ByStation = Partial<Record<Schema['StepKind'], string>>;

/** Where it lies while nothing can be told. */
export const liesWord: ByStation = {
  wash: 'in the tub',
  dry: 'on the rack',
  card: 'at the cards',
  comb: 'on the combs',
  blend: 'being laid',
  divide: 'strips laid in order',
  spin: 'being spun',
  ply: 'being plied',
};

/** What it is when it can be logged. */
export const readyWord: ByStation = { dry: 'dry', card: 'all through', comb: 'all through', blend: 'all through' };

/** What to do, before the hour. */
export const actWord: Record<Schema['RunAct'], string> = {
  whenYouLike: 'when you like',
  liftAt: 'lift at',
  liftBy: 'lift by',
  cannotTell: 'cannot tell yet',
  dryAt: 'dry at',
  weighAgain: 'weigh it again',
  log: 'log it',
  restUntil: 'rested at',
};

/** The same where it is due, and shortly before. */
export const dueWord = (act: Schema['RunAct'], over: boolean) =>
  act === 'liftAt' || act === 'liftBy' ? (over ? 'lift now' : 'be ready to lift') : actWord[act];

/** The one tap that answers a call. */
export const tapWord: Partial<Record<Schema['RunCommand']['kind'], string>> = { liftBath: 'It is lifted' };

/** Why a soft tone is heard. */
export const softWord: ByStation = {
  wash: 'it has soaked as long as was planned',
  spin: 'the singles have rested',
  ply: 'it has rested',
};

/** The way to where it is answered. */
export const benchWord: ByStation = {
  wash: 'To the tub',
  dry: 'To the rack',
  card: 'To the cards',
  comb: 'To the combs',
  blend: 'To the blend',
  divide: 'To the strips',
  spin: 'To the spinning',
  ply: 'To the plying',
};
