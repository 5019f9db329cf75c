import { describe, expect, it } from 'vitest';
import type { Schema } from '../api/client';
import { layOut, shownGap } from './ribbonLayout';

const mass = (grams: number): Schema['MassFigure'] => ({ grams, text: `${grams} g`, from: 'measured' });

const stage = (
  entryId: string,
  column: number,
  more: Partial<Schema['RibbonStageView']> = {},
): Schema['RibbonStageView'] => ({
  entryId,
  step: column === 0 ? 'takeIn' : 'skirt',
  column,
  doneAt: '2026-05-14T10:00:00Z',
  status: 'fits',
  unaccounted: null,
  yield: null,
  doubted: false,
  ...more,
});

const band = (
  lotId: string,
  fromEntryId: string,
  toEntryId: string | null,
  grams: number | null,
  more: Partial<Schema['RibbonBandView']> = {},
): Schema['RibbonBandView'] => ({
  lotId,
  code: lotId,
  form: 'raw',
  fibre: 'wool',
  fromEntryId,
  toEntryId,
  mass: grams === null ? null : mass(grams),
  onPath: true,
  isThis: false,
  doubted: false,
  more: 0,
  ...more,
});

const strand = (
  entryId: string,
  grams: number,
  kind: Schema['LossKind'] = 'skirtings',
): Schema['RibbonStrandView'] => ({
  entryId,
  kind,
  fate: null,
  mass: mass(grams),
  share: null,
  byDifference: false,
  notWeighed: false,
  doubted: false,
});

/** A fleece skirted, half of it carded twice over, a third still there. */
const course: Schema['RibbonView'] = {
  stages: [stage('in', 0), stage('skirt', 1), stage('card', 2), stage('again', 2)],
  bands: [
    band('raw', 'in', 'skirt', 2000),
    band('skirted', 'skirt', 'card', 600, { isThis: true }),
    band('skirted', 'skirt', 'again', 600, { onPath: false }),
    band('skirted', 'skirt', null, 600, { onPath: false }),
    band('batt', 'card', null, 580),
    band('other', 'again', null, 590, { onPath: false }),
  ],
  ahead: [],
  strands: [strand('skirt', 120), strand('skirt', 80, 'dungTags'), strand('card', 20, 'cardWaste')],
};

describe('a ribbon', () => {
  const layout = layOut(course, 1000);
  const of = (from: string, to: string | null) =>
    layout.bands.find((b) => b.band.fromEntryId === from && b.band.toEntryId === to)!;

  it('is as thick as its mass', () => {
    expect(of('in', 'skirt').thick / of('skirt', 'card').thick).toBeCloseTo(2000 / 600, 6);
  });

  it('runs from left to right by column', () => {
    for (const b of layout.bands) expect(b.x2).toBeGreaterThan(b.x1);
    expect(of('in', 'skirt').x2).toBe(of('skirt', 'card').x1);
  });

  it('keeps the way of the lot in question level and on top', () => {
    const way = of('skirt', 'card');
    expect(way.y1).toBe(way.y2);
    for (const b of layout.bands) expect(b.y2).toBeGreaterThanOrEqual(way.y2);
  });

  it('lets what leaves one step lie side by side, without a gap and without overlap', () => {
    const leaving = layout.bands.filter((b) => b.band.fromEntryId === 'skirt').sort((a, b) => a.y1 - b.y1);
    leaving.slice(1).forEach((b, i) => expect(b.y1).toBeCloseTo(leaving[i]!.y1 + leaving[i]!.thick, 6));
  });

  it('gives two steps in one column lanes of their own', () => {
    const [card, again] = ['card', 'again'].map((id) => layout.stages.find((s) => s.stage.entryId === id)!);
    expect(again!.top).toBeGreaterThan(card!.bottom);
  });

  it('cuts losses from the lower edge, the lowest hanging nearest and deepest', () => {
    const [deep, high] = layout.strands.filter((s) => s.strand.entryId === 'skirt').sort((a, b) => a.endX - b.endX);
    expect(deep!.endY).toBeGreaterThan(high!.endY);
    expect(deep!.y).toBeGreaterThan(high!.y);
    const skirt = layout.stages.find((s) => s.stage.entryId === 'skirt')!;
    expect(deep!.y + deep!.thick).toBeCloseTo(skirt.bottom, 6);
  });

  it('stays within its own picture', () => {
    for (const b of layout.bands) {
      expect(b.x2).toBeLessThan(layout.width);
      expect(Math.max(b.y1, b.y2) + b.thick).toBeLessThan(layout.height);
    }
    for (const s of layout.strands) expect(s.endY).toBeLessThan(layout.height);
  });

  it('keeps a readable distance between many steps by growing wider than the screen', () => {
    const stages = Array.from({ length: 12 }, (_, i) => stage(`${i}`, i));
    const bands = stages.slice(1).map((s, i) => band(`lot ${i}`, `${i}`, s.entryId, 500));
    expect(layOut({ stages, bands, ahead: [], strands: [] }, 390).width).toBeGreaterThan(12 * 120);
  });

  it('brings joined lots to one step, one under the other', () => {
    const joined = layOut(
      {
        stages: [stage('a', 0), stage('b', 0), stage('card', 1)],
        bands: [
          band('one', 'a', 'card', 300),
          band('two', 'b', 'card', 100),
          band('batt', 'card', null, 390, { isThis: true }),
        ],
        ahead: [],
        strands: [],
      },
      900,
    );
    const [one, two] = joined.bands.filter((b) => b.band.toEntryId === 'card');
    expect(two!.y2).toBeCloseTo(one!.y2 + one!.thick, 6);
    expect(two!.y1).toBeGreaterThan(one!.y1 + one!.thick);
  });

  it('draws what nobody weighed as an outline as thick as what it was made from', () => {
    const damp = layOut(
      {
        stages: [stage('in', 0), stage('wash', 1)],
        bands: [band('raw', 'in', 'wash', 900), band('damp', 'wash', null, null)],
        ahead: [],
        strands: [],
      },
      900,
    );
    const [raw, washed] = damp.bands;
    expect(washed).toMatchObject({ known: false, thick: raw!.thick });
  });

  it('hatches a gap only where the balance does not close', () => {
    const gap = (status: Schema['BalanceStatus']) => stage('s', 1, { status, unaccounted: mass(40) });
    expect(shownGap(gap('fits'))).toBe(false);
    expect(shownGap(gap('suspicious'))).toBe(true);
    expect(shownGap(gap('impossible'))).toBe(true);
    expect(shownGap(gap('usualLoss'))).toBe(false);
    const shown = layOut(
      {
        stages: [stage('in', 0), gap('suspicious')],
        bands: [band('raw', 'in', 's', 900), band('out', 's', null, 860)],
        ahead: [],
        strands: [],
      },
      900,
    );
    expect(shown.stages[1]!.gap!.thick).toBeCloseTo((40 / 900) * 92, 6);
  });

  it('survives a view with nothing in it', () => {
    expect(layOut({ stages: [], bands: [], ahead: [], strands: [] }, 500)).toMatchObject({
      bands: [],
      ahead: [],
      strands: [],
      stages: [],
    });
  });
});

describe('a forecast', () => {
  const ahead = (column: number, grams: number): Schema['AheadView'] => ({
    step: 'comb',
    column,
    because: '',
    mass: mass(grams),
    low: mass(grams * 0.9),
    high: mass(grams * 1.1),
  });
  const view: Schema['RibbonView'] = {
    stages: [stage('in', 0)],
    bands: [band('raw', 'in', null, 1000, { isThis: true })],
    strands: [],
    ahead: [ahead(1, 800), ahead(2, 600)],
  };
  const layout = layOut(view, 900);

  it('goes on where what is left ends, and thins with every step', () => {
    const left = layout.bands[0]!;
    expect(layout.ahead.map((a) => a.from / left.thick)).toEqual([1, expect.closeTo(0.8, 6)]);
    expect(layout.ahead[1]!.to / left.thick).toBeCloseTo(0.6, 6);
    expect(layout.ahead[0]!.y).toBe(left.y2);
    expect(layout.ahead[0]!.x1).toBeGreaterThan(left.x1);
  });

  it('keeps the likely range around each end', () => {
    for (const a of layout.ahead) {
      expect(a.low).toBeLessThan(a.to);
      expect(a.high).toBeGreaterThan(a.to);
    }
  });

  it('makes room for the columns to come', () => {
    expect(layout.ahead[1]!.x2).toBeLessThanOrEqual(layout.width);
    expect(layOut({ ...view, ahead: [] }, 900).ahead).toEqual([]);
  });

  it('is not drawn for a lot of which nothing is left', () => {
    const gone = { ...view, bands: [band('raw', 'in', 'in', 1000, { isThis: true })] };
    expect(layOut(gone, 900).ahead).toEqual([]);
  });
});

describe('lots that nobody has weighed', () => {
  it('are together as thick as what they were made from', () => {
    const view: Schema['RibbonView'] = {
      stages: [stage('in', 0), stage('divide', 1)],
      bands: [band('raw', 'in', 'divide', 1000), band('one', 'divide', null, null), band('two', 'divide', null, null)],
      strands: [],
      ahead: [],
    };
    const [raw, one, two] = layOut(view, 900).bands;
    expect(one!.known).toBe(false);
    expect(one!.thick + two!.thick).toBeCloseTo(raw!.thick, 6);
  });
});
