import type { Schema } from '../api/client';

export const cardsWord: Record<'handCards' | 'drumCarder' | 'blendingBoard' | 'flick', string> = {
  handCards: 'hand cards',
  drumCarder: 'drum carder',
  blendingBoard: 'blending board',
  flick: 'flick',
};

export const laidOnWord: Record<Schema['LaidOn'], string> = {
  lengthwise: 'lengthwise',
  crosswise: 'crosswise',
};

export const takenOffWord: Record<Schema['TakenOff'], string> = {
  onePiece: 'in one piece',
  rolledAcross: 'rolled across the fibre',
  rolledAlong: 'rolled along the fibre',
  strips: 'in strips',
  zigZag: 'in one zig-zag strip',
  mockRolag: 'as mock rolags',
  diz: 'through a diz',
  rod: 'rolled on a rod',
  loose: 'lifted off loose',
};

export const orderWord: Record<Schema['FibreOrder'], string> = {
  parallel: 'fibres parallel',
  mostly: 'fibres mostly parallel',
  jumbled: 'fibres jumbled',
};

export const keptWord: Record<Schema['ProductsKept'], string> = {
  loose: 'as they come',
  numbered: 'numbered in order',
  bundled: 'in bundles',
};

export const rolledWord: Record<'' | 'airy' | 'firm', string> = { '': 'not noted', airy: 'airy', firm: 'firm' };
