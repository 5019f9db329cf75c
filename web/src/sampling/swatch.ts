import type { Schema } from '../api/client';
import type { Units } from '../api/units';
import { countedOver, figureWithUnit } from '../ui/withUnit';

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

export const typedSwatch = (s: Schema['TypedSwatch'] | null | undefined): SwatchForm =>
  s
    ? {
        kind: s.kind,
        tool: s.tool ?? '',
        stitches: s.stitches ?? '',
        rows: s.rows ?? '',
        stitchesAfter: s.stitchesAfter ?? '',
        rowsAfter: s.rowsAfter ?? '',
        relaxed: s.relaxed ?? '',
        stretched: s.stretched ?? '',
        afterMinute: s.afterMinute ?? '',
        notFor: s.notFor,
        onlyIf: s.onlyIf,
        again: s.again == null ? '' : s.again ? 'yes' : 'no',
        change: s.change,
      }
    : noSwatch;

export function sentSwatch(s: SwatchForm | undefined, units: Units): Schema['SwatchRequest'] | null {
  if (!s) return null;
  const { kind, ...typed } = s;
  if (Object.values(typed).every((text) => text.trim() === '')) return null;
  return {
    kind,
    toolMillimetres: figureWithUnit(s.tool, 'mm'),
    stitches: countedOver(s.stitches, units.clothPiece),
    rows: countedOver(s.rows, units.clothPiece),
    stitchesAfter: countedOver(s.stitchesAfter, units.clothPiece),
    rowsAfter: countedOver(s.rowsAfter, units.clothPiece),
    relaxedMillimetres: figureWithUnit(s.relaxed, units.length),
    stretchedMillimetres: figureWithUnit(s.stretched, units.length),
    afterMinuteMillimetres: figureWithUnit(s.afterMinute, units.length),
    notFor: s.notFor.trim() || null,
    onlyIf: s.onlyIf.trim() || null,
    again: s.again === '' ? null : s.again === 'yes',
    change: s.change.trim() || null,
  };
}
