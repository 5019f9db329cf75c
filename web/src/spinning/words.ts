import type { Schema } from '../api/client';

export const structureWord: Record<Schema['YarnStructure'], string> = {
  plain: 'plied at once, or singles',
  chain: 'chain ply',
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
