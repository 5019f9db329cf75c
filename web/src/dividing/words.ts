import type { Schema } from '../api/client';

export const plyOrderWord: Record<Schema['PlyOrder'], string> = {
  same: 'as the first',
  offset: 'as the first, later',
  mirrored: 'from the last strip on',
  own: 'an order of its own',
  plain: 'one plain colour',
};

export const heldWord: Record<Schema['HeldAs'], string> = { straight: 'straight, from the end', fold: 'from the fold' };

export const pliedWord: Record<Schema['YarnStructure'], string> = {
  plain: 'plied together',
  chain: 'chain ply',
  cable: 'cable of two two-plies',
};

export const draftsFromWord: Record<Schema['DraftsFrom'], string> = {
  markedEnd: 'the marked end',
  otherEnd: 'the other end',
  noDifference: 'no difference',
};

export const tornAsWord: Record<Schema['TornAs'], string> = {
  strips: 'in strips',
  zStrip: 'in one zig-zag strip',
  pencil: 'and drawn to pencils',
};

export const dyedTopWord: Record<Schema['DyedTopAs'], string> = {
  straight: 'straight, from its end',
  split: 'split, part after part',
  turned: 'split, every second part turned',
  folded: 'in pieces from the fold',
};
