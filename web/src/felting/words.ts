import type { Schema } from '../api/client';

export const rolledByWord: Record<Schema['RolledBy'], string> = { minutes: 'minutes', strokes: 'strokes' };
