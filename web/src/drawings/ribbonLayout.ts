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
  /** The unaccounted part, hanging nearest. */
  gap: { y: number; thick: number; endX: number; endY: number } | null;
}

export interface PlacedAhead {
  ahead: Schema['AheadView'];
  x1: number;
  x2: number;
  y: number;
  /** Thickness where it begins and where it ends; the band of outcomes around its end. */
  from: number;
  to: number;
  low: number;
  high: number;
}

export interface RibbonLayout {
  width: number;
  height: number;
  bands: PlacedBand[];
  strands: PlacedStrand[];
  stages: PlacedStage[];
  ahead: PlacedAhead[];
}

const margin = { left: 14, right: 142 };
const headRoom = 44;
const laneGap = 14;
const rowHeight = 19;
const hang = 30;
const thickest = 92;

/**
 * Places a ribbon: columns from left to right, thickness by mass, and a lane for each way that runs beside another.
 * Within a lane the upper edge stays level, so that what is lost is seen at the lower one. No figure is made here.
 */
export function layOut(view: View, room: number): RibbonLayout {
  const stages = new Map(view.stages.map((s) => [s.entryId, s]));
  const columns = Math.max(1, ...view.stages.map((s) => s.column + 1), ...view.ahead.map((a) => a.column + 1));
  const step = Math.max(columns > 4 ? 150 : 175, (room - margin.left - margin.right) / columns);
  const x = (entry: string) => margin.left + stages.get(entry)!.column * step;
  const heaviest = Math.max(1, ...view.bands.map((b) => b.mass?.grams ?? 0));
  const scale = (grams: number) => Math.max(2, (grams / heaviest) * thickest);
  // Lots that nobody has weighed are drawn as outlines; together they are as thick as what they were made from.
  const outline = (b: Band) => {
    const source = sum(view.bands.filter((o) => o.toEntryId === b.fromEntryId).map((o) => scale(o.mass?.grams ?? 0)));
    const siblings = new Set(view.bands.filter((o) => o.fromEntryId === b.fromEntryId && !o.mass).map((o) => o.lotId));
    return (source || thickest / 2) / siblings.size;
  };
  const thick = new Map(view.bands.map((b) => [b, b.mass ? scale(b.mass.grams) : outline(b)]));

  const { bandLane, stageLane, lanes } = assignLanes(view, stages);
  const losses = (entry: string) => view.strands.filter((s) => s.entryId === entry && s.mass && s.mass.grams > 0);
  const rows = (s: Stage) => losses(s.entryId).length + (shownGap(s) ? 1 : 0);
  const into = (entry: string) =>
    inOrder(
      view.bands.filter((b) => b.toEntryId === entry),
      bandLane,
    );
  const outOf = (entry: string) =>
    inOrder(
      view.bands.filter((b) => b.fromEntryId === entry),
      bandLane,
    );
  const total = (bands: Band[]) => sum(bands.map((b) => thick.get(b)!));
  const stageThick = (s: Stage) => Math.max(total(into(s.entryId)), total(outOf(s.entryId)), 4);

  // A forecast wants the same head room over its names as a stage that is done.
  const tailLane =
    view.ahead.length > 0 ? bandLane.get(view.bands.find((b) => b.isThis && !b.toEntryId && b.more === 0)!) : undefined;
  const needsHead = (lane: number) => lane === tailLane || view.stages.some((s) => stageLane.get(s.entryId) === lane);
  const laneHeight = Array.from({ length: lanes }, (_, lane) => {
    const here = view.stages.filter((s) => stageLane.get(s.entryId) === lane);
    const hanging = here.map((s) => stageThick(s) + (rows(s) > 0 ? hang + rows(s) * rowHeight : 20));
    const ends = view.bands.filter((b) => bandLane.get(b) === lane && !b.toEntryId).map((b) => thick.get(b)! + 22);
    return (needsHead(lane) ? headRoom : 8) + Math.max(lane === tailLane ? 58 : 24, ...hanging, ...ends) + laneGap;
  });
  const laneTop = laneHeight.map((_, lane) => {
    return sum(laneHeight.slice(0, lane)) + (needsHead(lane) ? headRoom : 8);
  });
  const top = (entry: string) => laneTop[stageLane.get(entry)!]!;
  const above = (bands: Band[], band: Band) => total(bands.slice(0, bands.indexOf(band)));

  const bands = view.bands.map((band): PlacedBand => {
    const y1 = top(band.fromEntryId) + above(outOf(band.fromEntryId), band);
    const y2 = band.toEntryId
      ? top(band.toEntryId) + above(into(band.toEntryId), band)
      : bandLane.get(band) === stageLane.get(band.fromEntryId)
        ? y1
        : laneTop[bandLane.get(band)!]!;
    const x1 = x(band.fromEntryId);
    return {
      band,
      x1,
      x2: band.toEntryId ? x(band.toEntryId) : x1 + step * 0.92,
      y1,
      y2,
      thick: thick.get(band)!,
      known: !!band.mass,
    };
  });

  const strands: PlacedStrand[] = [];
  const placed = view.stages.map((stage): PlacedStage => {
    const at = top(stage.entryId);
    const bottom = at + stageThick(stage);
    let cut = bottom;
    let endX = x(stage.entryId) + 12;
    let row = rows(stage);
    // The lowest slice hangs nearest and deepest, so that no strand crosses another or its label.
    const next = (grams: number) => {
      const t = scale(grams);
      cut -= t;
      const place = { y: cut, thick: t, endX, endY: bottom + hang + row-- * rowHeight - 8 };
      endX += t + 8;
      return place;
    };
    const gap = shownGap(stage) ? next(Math.abs(stage.unaccounted!.grams)) : null;
    for (const strand of [...losses(stage.entryId)].reverse())
      strands.push({ strand, x: x(stage.entryId), ...next(strand.mass!.grams) });
    return { stage, x: x(stage.entryId), top: at, bottom, gap };
  });

  // The forecast goes on where what is left of the lot ends, as an outline that thins with every step.
  const tail = bands.find((b) => b.band.isThis && !b.band.toEntryId && b.band.more === 0);
  const ahead = tail
    ? view.ahead.map((a, i): PlacedAhead => {
        const x1 = margin.left + a.column * step;
        return {
          ahead: a,
          x1,
          x2: x1 + step * 0.92,
          y: tail.y2,
          from: i === 0 ? tail.thick : scale(view.ahead[i - 1]!.mass.grams),
          to: scale(a.mass.grams),
          low: scale(a.low.grams),
          high: scale(a.high.grams),
        };
      })
    : [];

  return {
    width: Math.max(room, margin.left + columns * step + margin.right),
    height: sum(laneHeight),
    bands,
    strands,
    stages: placed,
    ahead,
  };
}

/** A gap is drawn where the balance does not close; one that the weighings explain is only told. */
export const shownGap = (stage: Stage) =>
  !!stage.unaccounted && (stage.status === 'suspicious' || stage.status === 'impossible');

const sum = (numbers: number[]) => numbers.reduce((a, b) => a + b, 0);

const inOrder = (bands: Band[], lane: Map<Band, number>) => [...bands].sort((a, b) => lane.get(a)! - lane.get(b)!);

/** The way of the lot in question keeps the lane it came in; whatever branches off takes the next free one below. */
function assignLanes(view: View, stages: Map<string, Stage>) {
  const bandLane = new Map<Band, number>();
  const stageLane = new Map<string, number>();
  const takenUntil: number[] = [];
  const claim = (lane: number, until: number) => {
    takenUntil[lane] = Math.max(takenUntil[lane] ?? -1, until);
    return lane;
  };
  const free = (from: number, above: number) => {
    let lane = above;
    while ((takenUntil[lane] ?? -1) >= from) lane++;
    return lane;
  };
  const leads = (b: Band) => (b.isThis ? 4 : 0) + (b.onPath ? 2 : 0) + (b.toEntryId ? 1 : 0);
  for (const stage of [...view.stages].sort((a, b) => a.column - b.column)) {
    const coming = view.bands
      .filter((b) => b.toEntryId === stage.entryId && bandLane.has(b))
      .map((b) => bandLane.get(b)!);
    const home = coming.length > 0 ? Math.min(...coming) : free(stage.column, 0);
    stageLane.set(stage.entryId, home);
    const going = view.bands.filter((b) => b.fromEntryId === stage.entryId).sort((a, b) => leads(b) - leads(a));
    going.forEach((band, i) => {
      const until = band.toEntryId ? stages.get(band.toEntryId)!.column : stage.column + 1;
      bandLane.set(band, claim(i === 0 ? home : free(stage.column, home + 1), until));
    });
    claim(home, stage.column);
  }
  return { bandLane, stageLane, lanes: takenUntil.length };
}
