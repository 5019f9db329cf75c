import type { Schema } from '../api/client';

export const rolledByWord: Record<Schema['RolledBy'], string> = { minutes: 'minutes', strokes: 'strokes' };

/** After so much rolling a ball is usually looked at. */
export const usualLooks: Record<Schema['RolledBy'], readonly number[]> = {
  minutes: [2, 5, 10],
  strokes: [120, 300, 600],
};
