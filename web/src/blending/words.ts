import type { Schema } from '../api/client';

export const blendOnWord: Record<Schema['BlendOn'], string> = {
  drum: 'a drum carder',
  board: 'a blending board',
  hackle: 'a hackle',
  handCards: 'hand cards',
};

export const sharesByWord: Record<Schema['SharesBy'], string> = {
  percent: 'in percent',
  parts: 'in parts',
  weight: 'by weight',
};

/** The kind of tool that a blend is laid on. */
export const toolOn: Record<Schema['BlendOn'], Schema['ToolKind']> = {
  drum: 'drumCarder',
  board: 'blendingBoard',
  hackle: 'hackle',
  handCards: 'handCards',
};
