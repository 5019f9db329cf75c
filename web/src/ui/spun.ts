import type { Schema } from '../api/client';

const forms: ReadonlySet<Schema['LotForm']> = new Set(['singles', 'plied', 'yarn']);

/** Spun: a lot of it has wraps, an angle and a length to show. */
export const isSpun = (form: Schema['LotForm']) => forms.has(form);
