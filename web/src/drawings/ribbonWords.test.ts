import { describe, expect, it } from 'vitest';
import type { Schema } from '../api/client';
import { layOut, type PlacedBand, type RibbonLayout } from './ribbonLayout';
import type { PlacedWords } from './ribbonWords';
import { uneven } from './random';

type View = Schema['RibbonView'];

const steps: Schema['StepKind'][] = ['skirt', 'wash', 'dry', 'open', 'card', 'comb', 'join', 'divide', 'dehair'];
const kinds: Schema['LossKind'][] = ['skirtings', 'secondCuts', 'dungTags', 'vegetableMatter', 'cardWaste', 'dust'];
const forms: Schema['LotForm'][] = ['raw', 'skirted', 'washed', 'clean', 'batt', 'top', 'roving', 'noil'];

/** A family as a workshop may have it: steps that take one to three heaps and leave one to four, some lost, some never weighed. */
function family(seed: number): View {
  const random = uneven(`family ${seed}`);
  const upTo = (n: number) => Math.floor(random() * n);
  const mass = (grams: number): Schema['MassFigure'] => ({
    grams,
    text: grams > 999 ? `${(grams / 1000).toFixed(2)} kg ± 12 g` : `${grams.toFixed(0)} g`,
    from: 'measured',
  });
  const view: View = { stages: [], bands: [], strands: [], ahead: [] };
  const open: { lot: string; from: string; column: number; grams: number }[] = [];
  let lots = 0;
  const stage = (column: number, step: Schema['StepKind']) => {
    const entryId = `${view.stages.length}`;
    const gone = random() < 0.2;
    view.stages.push({
      entryId,
      step,
      column,
      doneAt: random() < 0.95 ? '2026-05-14T10:00:00Z' : null,
      status: gone ? 'suspicious' : 'fits',
      unaccounted: gone ? mass(1 + random() * 90) : null,
      yield: random() < 0.8 ? { text: `${(random() * 100).toFixed(1)} %`, from: 'measured' } : null,
      doubted: false,
    } as Schema['RibbonStageView']);
    return entryId;
  };
  const give = (from: string, column: number, grams: number) => {
    open.push({ lot: `R-${10 + lots++}.${upTo(9)}`, from, column, grams });
  };
  for (let i = 0; i <= upTo(3); i++) give(stage(0, 'takeIn'), 0, 50 + random() * 4000);
  const band = (heap: (typeof open)[number], to: string | null, grams: number) =>
    view.bands.push({
      lotId: heap.lot,
      code: heap.lot,
      form: forms[upTo(forms.length)]!,
      fibre: 'wool',
      fromEntryId: heap.from,
      toEntryId: to,
      mass: random() < 0.93 ? mass(grams) : null,
      onPath: random() < 0.7,
      isThis: false,
      doubted: random() < 0.1,
      more: to === null && random() < 0.1 ? 1 + upTo(9) : 0,
    });
  for (let n = upTo(11); n > 0 && open.length > 0; n--) {
    const taken = Array.from(
      { length: Math.min(open.length, random() < 0.8 ? 1 : 3) },
      () => open.splice(upTo(open.length), 1)[0]!,
    );
    const column = Math.max(...taken.map((t) => t.column)) + 1;
    const entry = stage(column, steps[upTo(steps.length)]!);
    let left = 0;
    for (const heap of taken) {
      const part = random() < 0.2 ? heap.grams * random() : heap.grams;
      band(heap, entry, part);
      if (part < heap.grams) open.push({ ...heap, grams: heap.grams - part });
      left += part;
    }
    for (let l = upTo(4); l > 0; l--) {
      const lost = left * random() * 0.2;
      left -= lost;
      view.strands.push({
        entryId: entry,
        kind: kinds[upTo(kinds.length)]!,
        fate: null,
        mass: mass(lost),
        share: random() < 0.6 ? `${(random() * 30).toFixed(1)} %` : null,
        byDifference: random() < 0.3,
        notWeighed: random() < 0.3,
        doubted: false,
      });
    }
    const into = random() < 0.6 ? 1 : 1 + upTo(4);
    for (let i = 0; i < into; i++) give(entry, column, left / into);
  }
  for (const heap of open) if (random() < 0.9) band(heap, null, heap.grams);
  const ends = view.bands.filter((b) => !b.toEntryId && b.more === 0);
  const chosen = ends[upTo(ends.length)];
  if (chosen) {
    chosen.isThis = chosen.onPath = true;
    const column = view.stages.find((s) => s.entryId === chosen.fromEntryId)!.column;
    let grams = chosen.mass?.grams ?? 300;
    for (let i = 1; i <= upTo(4); i++) {
      grams *= 0.7 + 0.3 * random();
      view.ahead.push({
        step: steps[upTo(steps.length)]!,
        column: column + i,
        because: '',
        mass: mass(grams),
        low: mass(grams * 0.8),
        high: mass(grams * 1.3),
      });
    }
  }
  return view;
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

const meet = (a: Box, b: Box) =>
  a.x < b.x + b.width - 0.5 && b.x < a.x + a.width - 0.5 && a.y < b.y + b.height - 0.5 && b.y < a.y + a.height - 0.5;

/** A band in upright slices. */
function slices({ edge, thick }: PlacedBand): Box[] {
  return edge.slice(1).flatMap((to, i) => {
    const from = edge[i]!;
    const n = from.y === to.y ? 1 : 24;
    return Array.from({ length: n }, (_, k) => {
      const smooth = (t: number) => from.y + (to.y - from.y) * t * t * (3 - 2 * t);
      const [a, b] = [smooth(k / n), smooth((k + 1) / n)];
      const width = (to.x - from.x) / n;
      return { x: from.x + k * width, y: Math.min(a, b), width, height: Math.abs(a - b) + thick };
    });
  });
}

function clashes(layout: RibbonLayout): string[] {
  const found: string[] = [];
  const bands = layout.bands.map((b) => ({ band: b.band, slices: slices(b) }));
  layout.words.forEach((w, i) => {
    for (const other of layout.words.slice(i + 1)) if (meet(w, other)) found.push(`${w.key} over ${other.key}`);
    for (const b of bands)
      if (b.band !== w.band && b.slices.some((s) => meet(w, s))) found.push(`${w.key} over band ${b.band.lotId}`);
    for (const s of layout.strands)
      if (meet(w, { x: s.endX, y: s.y, width: s.thick, height: s.endY + 1 - s.y }))
        found.push(`${w.key} over a strand`);
    if (w.x < 0 || w.y < 0 || w.x + w.width > layout.width + 0.5 || w.y + w.height > layout.height + 0.5)
      found.push(`${w.key} outside`);
    if (w.plate && !fits(w, layout)) found.push(`${w.key} wider than its band`);
  });
  return found;
}

const fits = (w: PlacedWords, layout: RibbonLayout) => {
  const own = layout.bands.find((b) => b.band === w.band)!;
  return w.y >= own.y1 - 0.5 && w.y + w.height <= own.y1 + own.thick + 0.5 && w.x + w.width <= own.x2;
};

describe('the words of a ribbon', () => {
  it.each([350, 1000])('lie over no other word and no other band in 200 families, %i px wide', (room) => {
    const wrong = Array.from({ length: 200 }, (_, seed) => ({
      seed,
      clashes: clashes(layOut(family(seed), room)),
    })).filter((f) => f.clashes.length > 0);
    expect(wrong).toEqual([]);
  });

  it('can clash: two of them at one place are seen', () => {
    const layout = layOut(family(3), 1000);
    const [first] = layout.words;
    expect(clashes({ ...layout, words: [first!, { ...first!, key: 'again' }] }).length).toBeGreaterThan(0);
  });
});
