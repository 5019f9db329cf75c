import type { Schema } from '../api/client';

type View = Schema['RibbonView'];
type Band = Schema['RibbonBandView'];
type Stage = Schema['RibbonStageView'];
type Strand = Schema['RibbonStrandView'];

export interface PlacedBand {
  band: Band;
  x1: number;
  x2: number;
  /** Upper edges where it leaves and where it arrives. */
  y1: number;
  y2: number;
  thick: number;
  known: boolean;
}

export interface PlacedStrand {
  strand: Strand;
  /** Where it leaves the ribbon. */
  x: number;
  y: number;
  thick: number;
  /** Where it ends, hanging. */
  endX: number;
  endY: number;
}

export interface PlacedStage {
  stage: Stage;
  x: number;
  top: number;
  bottom: number;
  /** The unaccounted part at the bottom of what came in. */
  gap: { y: number; thick: number } | null;
  labels: number;
}

export interface RibbonLayout {
  width: number;
  height: number;
  bands: PlacedBand[];
  strands: PlacedStrand[];
  stages: PlacedStage[];
}

const margin = { left: 14, right: 96, top: 46 };
const laneGap = 30;
const rowHeight = 19;
const hang = 26;
const thickest = 92;

/**
 * Places a ribbon: columns from left to right, one lane for each lot that runs beside another, thickness by mass.
 * The upper edge stays level so that what is lost is seen at the lower one. No figure is made here.
 */
export function layOut(view: View, room: number): RibbonLayout {
  const stages = new Map(view.stages.map((s) => [s.entryId, s]));
  const columns = Math.max(1, ...view.stages.map((s) => s.column + 1));
  const step = Math.max(columns > 5 ? 150 : 165, (room - margin.left - margin.right) / Math.max(1, columns));
  const x = (entry: string) => margin.left + (stages.get(entry)?.column ?? 0) * step;
  const heaviest = Math.max(1, ...view.bands.map((b) => b.mass?.grams ?? 0));
  const thickOf = (grams: number | undefined) => Math.max(2, ((grams ?? 0) / heaviest) * thickest);
  // A lot that nobody has weighed is drawn as an outline, as thick as what it was made from.
  const guess = (b: Band) =>
    view.bands.filter((o) => o.toEntryId === b.fromEntryId).reduce((sum, o) => sum + thickOf(o.mass?.grams), 0) ||
    thickest / 2;

  const lanes = assignLanes(view, stages);
  const thickness = new Map(view.bands.map((b) => [b, b.mass ? thickOf(b.mass.grams) : guess(b)]));
  const strandsOf = (entry: string) => view.strands.filter((s) => s.entryId === entry);

  const laneCount = Math.max(0, ...lanes.values()) + 1;
  const laneHeight = Array.from({ length: laneCount }, (_, lane) => {
    const here = view.bands.filter((b) => lanes.get(b.lotId) === lane);
    const sums = here.map((b) => stack(here, b, thickness));
    const rows = Math.max(
      0,
      ...view.stages
        .filter((s) => laneOfStage(s, view, lanes) === lane)
        .map((s) => strandsOf(s.entryId).length + (shownGap(s) ? 1 : 0)),
    );
    return Math.max(14, ...sums) + (rows > 0 ? hang + rows * rowHeight : 0) + laneGap;
  });
  const laneTop = laneHeight.map((_, lane) => margin.top + laneHeight.slice(0, lane).reduce((a, b) => a + b, 0));

  // Bands stack within their lane where several leave or arrive at one stage.
  const leaving = new Map<string, number>();
  const arriving = new Map<string, number>();
  const ordered = [...view.bands].sort(
    (a, b) => lanes.get(a.lotId)! - lanes.get(b.lotId)! || Number(a.toEntryId === null) - Number(b.toEntryId === null),
  );
  const bands = ordered.map((band): PlacedBand => {
    const lane = lanes.get(band.lotId)!;
    const thick = thickness.get(band)!;
    const outKey = `${band.fromEntryId}|${lane}`;
    const y1 = laneTop[lane]! + (leaving.get(outKey) ?? 0);
    leaving.set(outKey, (leaving.get(outKey) ?? 0) + thick);
    let y2 = y1;
    if (band.toEntryId) {
      const target = stages.get(band.toEntryId)!;
      const targetLane = laneOfStage(target, view, lanes);
      y2 = laneTop[targetLane]! + (arriving.get(band.toEntryId) ?? 0);
      arriving.set(band.toEntryId, (arriving.get(band.toEntryId) ?? 0) + thick);
    }
    const x1 = x(band.fromEntryId);
    return {
      band,
      x1,
      x2: band.toEntryId ? x(band.toEntryId) : x1 + step,
      y1,
      y2,
      thick,
      known: band.mass !== null && band.mass !== undefined,
    };
  });

  const strands: PlacedStrand[] = [];
  const placedStages = view.stages.map((stage): PlacedStage => {
    const lane = laneOfStage(stage, view, lanes);
    const top = laneTop[lane]!;
    const bottom = top + Math.max(arriving.get(stage.entryId) ?? 0, leaving.get(`${stage.entryId}|${lane}`) ?? 0, 4);
    const here = strandsOf(stage.entryId).filter((s) => s.mass && s.mass.grams > 0);
    const gap = shownGap(stage) ? { thick: thickOf(Math.abs(stage.unaccounted!.grams)), y: 0 } : null;
    let cut = bottom;
    if (gap) {
      cut -= gap.thick;
      gap.y = cut;
    }
    const rows = here.length + (gap ? 1 : 0);
    // The lowest slice hangs nearest and deepest, so that no strand crosses another or its label.
    let endX = x(stage.entryId) + 10 + (gap ? gap.thick + 8 : 0);
    [...here].reverse().forEach((strand, i) => {
      const thick = thickOf(strand.mass!.grams);
      cut -= thick;
      strands.push({
        strand,
        x: x(stage.entryId),
        y: cut,
        thick,
        endX,
        endY: bottom + hang + (rows - (gap ? 1 : 0) - i) * rowHeight - 6,
      });
      endX += thick + 8;
    });
    return { stage, x: x(stage.entryId), top, bottom, gap, labels: bottom + hang + rows * rowHeight };
  });

  const height = margin.top + laneHeight.reduce((a, b) => a + b, 0);
  return {
    width: Math.max(room, margin.left + columns * step + margin.right),
    height,
    bands,
    strands,
    stages: placedStages,
  };
}

/** A gap is drawn where the balance does not close; one that the weighings explain is only told. */
export const shownGap = (stage: Stage) =>
  stage.unaccounted !== null &&
  stage.unaccounted !== undefined &&
  (stage.standing === 'suspicious' || stage.standing === 'impossible');

function stack(bands: Band[], one: Band, thickness: Map<Band, number>) {
  const left = bands.filter((b) => b.fromEntryId === one.fromEntryId).reduce((sum, b) => sum + thickness.get(b)!, 0);
  const right = one.toEntryId
    ? bands.filter((b) => b.toEntryId === one.toEntryId).reduce((sum, b) => sum + thickness.get(b)!, 0)
    : 0;
  return Math.max(left, right);
}

function laneOfStage(stage: Stage, view: View, lanes: Map<string, number>) {
  const into = view.bands.filter((b) => b.toEntryId === stage.entryId);
  const out = view.bands.filter((b) => b.fromEntryId === stage.entryId);
  return Math.min(...(into.length > 0 ? into : out).map((b) => lanes.get(b.lotId)!));
}

/** The lot in question and what led to it keep the upper lane; whatever branches off takes the next free one below. */
function assignLanes(view: View, stages: Map<string, Stage>) {
  const lanes = new Map<string, number>();
  const byColumn = [...view.stages].sort((a, b) => a.column - b.column);
  const lastUsed: number[] = [];
  const free = (from: number, until: number, atLeast: number) => {
    for (let lane = atLeast; ; lane++) {
      if ((lastUsed[lane] ?? -1) <= from) {
        lastUsed[lane] = until;
        return lane;
      }
    }
  };
  for (const stage of byColumn) {
    const into = view.bands
      .filter((b) => b.toEntryId === stage.entryId && lanes.has(b.lotId))
      .map((b) => lanes.get(b.lotId)!);
    const home = into.length > 0 ? Math.min(...into) : null;
    const lots = [...new Set(view.bands.filter((b) => b.fromEntryId === stage.entryId).map((b) => b.lotId))];
    const weight = (lot: string) => {
      const own = view.bands.filter((b) => b.lotId === lot);
      return (
        (own.some((b) => b.isThis) ? 4 : 0) +
        (own.some((b) => b.onPath) ? 2 : 0) +
        (own.some((b) => b.toEntryId) ? 1 : 0)
      );
    };
    lots.sort((a, b) => weight(b) - weight(a));
    lots.forEach((lot, i) => {
      const ends = view.bands
        .filter((b) => b.lotId === lot)
        .map((b) => (b.toEntryId ? stages.get(b.toEntryId)!.column : stage.column + 1));
      const until = Math.max(...ends);
      if (i === 0 && home !== null) {
        lanes.set(lot, home);
        lastUsed[home] = Math.max(lastUsed[home] ?? 0, until);
      } else {
        lanes.set(lot, free(stage.column, until, home === null ? 0 : home + 1));
      }
    });
  }
  return lanes;
}
