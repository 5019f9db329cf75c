import type { Schema } from '../api/client';

/** How strands become yarn. */
export const plyWord: Record<Schema['YarnStructure'], string> = {
  plain: 'plied at once',
  chain: 'chain ply, of one strand',
  cable: 'cable of two two-plies',
};

export const toleranceWord: Record<Schema['YarnTolerance'], string> = {
  usual: 'usual: 1 wrap, 3°',
  exact: 'exact: half of that',
  loose: 'loose: twice that',
  lumps: 'lumps wanted: the angle counts',
};

export const verdictWord: Record<Schema['CanBeSpun'], string> = {
  possible: 'It can be spun.',
  hard: 'It is hard to spin.',
  not: 'It cannot be spun so.',
};

export const spinnerWord = {
  wheel: 'wheel',
  electricFlyer: 'electric flyer',
  greatWheel: 'great wheel or quill',
  spindle: 'spindle',
  winder: 'skein winder',
} as const satisfies Partial<Record<Schema['ToolKind'], string>>;

export const driveWord: Record<Schema['Drive'], string> = {
  doubleDrive: 'double drive',
  bobbinBraked: 'flyer driven, bobbin braked',
  flyerBraked: 'bobbin driven, flyer braked',
};

export const byWord: Record<Schema['SpunBy'], string> = { treadles: 'Treadles', seconds: 'Seconds', turns: 'Turns' };

export const tallyWord: Record<Schema['SpunTally'], string> = {
  joins: 'Joined',
  breaks: 'Broke',
  neps: 'A nep or lump',
  hairs: 'A hair',
  bits: 'A bit of a plant',
  combings: 'Combed a little more',
};

export const joinWord: Record<Schema['JoinWay'], string> = {
  laidOver: 'laid over',
  splitEnd: 'laid into a split end',
  rolled: 'wetted and rolled',
  folded: 'caught in a fold',
  knotted: 'knotted',
};

export const plyFromWord: Record<Schema['PlyFrom'], string> = {
  bobbins: 'a bobbin for each strand',
  coredBall: 'a ball on a core, from outside',
  cakeEnds: 'both ends of one cake',
  hand: 'off the hand',
  bracelet: 'both ends of a bracelet',
};

export const firmnessWord: Record<Schema['Firmness'], string> = {
  usual: 'twisted so that they hold',
  soft: 'soft, for knitting',
  hard: 'hard, for a warp',
};

/** A whorl by its name and its ratio; a mark on a dial whose turns nobody knows by its name alone. */
export const whorlWord = ({ name, ratio }: Schema['WhorlView']) =>
  ratio === null || name === `${ratio}:1` ? name : `${name} ${ratio}:1`;
