import type { Schema } from '../api/client';
import { number } from '../ui/figures';

/** A swatch as typed; nothing of it is sent while no figure and no word stands there. */
export interface SwatchForm {
  kind: Schema['SwatchKind'];
  tool: string;
  stitches: string;
  rows: string;
  stitchesAfter: string;
  rowsAfter: string;
  relaxed: string;
  stretched: string;
  afterMinute: string;
  notFor: string;
  onlyIf: string;
  again: '' | 'yes' | 'no';
  change: string;
}

export const noSwatch: SwatchForm = {
  kind: 'knitted',
  tool: '',
  stitches: '',
  rows: '',
  stitchesAfter: '',
  rowsAfter: '',
  relaxed: '',
  stretched: '',
  afterMinute: '',
  notFor: '',
  onlyIf: '',
  again: '',
  change: '',
};

export const typedSwatch = (s: Schema['SwatchRequest'] | null | undefined): SwatchForm =>
  s
    ? {
        kind: s.kind ?? 'knitted',
        tool: s.toolMillimetres?.toString() ?? '',
        stitches: s.stitches?.toString() ?? '',
        rows: s.rows?.toString() ?? '',
        stitchesAfter: s.stitchesAfter?.toString() ?? '',
        rowsAfter: s.rowsAfter?.toString() ?? '',
        relaxed: s.relaxedMillimetres?.toString() ?? '',
        stretched: s.stretchedMillimetres?.toString() ?? '',
        afterMinute: s.afterMinuteMillimetres?.toString() ?? '',
        notFor: s.notFor ?? '',
        onlyIf: s.onlyIf ?? '',
        again: s.again == null ? '' : s.again ? 'yes' : 'no',
        change: s.change ?? '',
      }
    : noSwatch;

export function sentSwatch(s: SwatchForm | undefined): Schema['SwatchRequest'] | null {
  if (!s) return null;
  const { kind, ...typed } = s;
  if (Object.values(typed).every((text) => text.trim() === '')) return null;
  return {
    kind,
    toolMillimetres: number(s.tool),
    stitches: number(s.stitches),
    rows: number(s.rows),
    stitchesAfter: number(s.stitchesAfter),
    rowsAfter: number(s.rowsAfter),
    relaxedMillimetres: number(s.relaxed),
    stretchedMillimetres: number(s.stretched),
    afterMinuteMillimetres: number(s.afterMinute),
    notFor: s.notFor.trim() || null,
    onlyIf: s.onlyIf.trim() || null,
    again: s.again === '' ? null : s.again === 'yes',
    change: s.change.trim() || null,
  };
}
