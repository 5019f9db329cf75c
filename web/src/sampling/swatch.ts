import type { Schema } from '../api/client';
import { number } from '../ui/figures';
import type { Units } from '../api/units';
import { figureWithUnit, withUnit } from '../ui/withUnit';

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

// It comes back in millimetres.
const back = (size: number | string | null | undefined) => withUnit(size?.toString(), 'mm') ?? '';

export const typedSwatch = (s: Schema['SwatchRequest'] | null | undefined): SwatchForm =>
  s
    ? {
        kind: s.kind ?? 'knitted',
        tool: back(s.toolMillimetres),
        stitches: s.stitches?.toString() ?? '',
        rows: s.rows?.toString() ?? '',
        stitchesAfter: s.stitchesAfter?.toString() ?? '',
        rowsAfter: s.rowsAfter?.toString() ?? '',
        relaxed: back(s.relaxedMillimetres),
        stretched: back(s.stretchedMillimetres),
        afterMinute: back(s.afterMinuteMillimetres),
        notFor: s.notFor ?? '',
        onlyIf: s.onlyIf ?? '',
        again: s.again == null ? '' : s.again ? 'yes' : 'no',
        change: s.change ?? '',
      }
    : noSwatch;

export function sentSwatch(s: SwatchForm | undefined, units: Units): Schema['SwatchRequest'] | null {
  if (!s) return null;
  const { kind, ...typed } = s;
  if (Object.values(typed).every((text) => text.trim() === '')) return null;
  return {
    kind,
    toolMillimetres: figureWithUnit(s.tool, 'mm'),
    stitches: number(s.stitches),
    rows: number(s.rows),
    stitchesAfter: number(s.stitchesAfter),
    rowsAfter: number(s.rowsAfter),
    relaxedMillimetres: figureWithUnit(s.relaxed, units.length),
    stretchedMillimetres: figureWithUnit(s.stretched, units.length),
    afterMinuteMillimetres: figureWithUnit(s.afterMinute, units.length),
    notFor: s.notFor.trim() || null,
    onlyIf: s.onlyIf.trim() || null,
    again: s.again === '' ? null : s.again === 'yes',
    change: s.change.trim() || null,
  };
}
