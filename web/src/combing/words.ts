import type { Schema } from '../api/client';

export const combsWord: Record<'combs' | 'hackle' | 'diz', string> = {
  combs: 'pair of combs',
  hackle: 'hackle',
  diz: 'diz',
};

export const combWayWord: Record<Schema['CombWay'], string> = {
  lashed: 'lashed on the combs',
  pulledThrough: 'pulled through the loaded tines',
  hackle: 'drawn off a hackle',
  flicked: 'ends flicked, spun from the lock',
  littleByLittle: 'comb a little, spin a little',
};

export const endWord: Record<Schema['LockEnd'], string> = { butt: 'butts', tip: 'tips' };

export const drawnOffWord: Record<Schema['DrawnOff'], string> = {
  diz: 'through a diz',
  hand: 'by hand',
  fromComb: 'spun straight from the comb',
};
