import type { Schema } from '../api/client';
import {
  aheadWords,
  bandWords,
  gapWords,
  lineHeight,
  stageWords,
  strandWords,
  thinWords,
  type PlacedWords,
  type Words,
} from './ribbonWords';

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
  /** Its upper edge: level between these points, and from one height to the next within a crossing. */
  edge: { x: number; y: number }[];
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
  /** Where it can be pressed: from its words down to its foot. */
  headTop: number;
  headWidth: number;
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
  words: PlacedWords[];
}

const margin = 14;
const headRoom = 44;
const thinLine = 18;
const laneGap = 14;
const hang = 30;
const thickest = 92;
/** From this thickness on a band carries its own words. */
const carries = 46;
/** Bands change their lane in the last part of a column, where no words are. */
const crossing = 56;
/** Before a column begins they are level again: its head reaches a little to the left. */
const clear = 8;
const leastColumn = 118;

/**
 * Places a ribbon: columns from left to right, thickness by mass, and a lane for each way that runs beside another.
 * Within a lane the upper edge stays level, so that what is lost is seen at the lower one. Every column is as wide as
 * the words in it, and bands cross from lane to lane beyond them: so no word lies over another or over a band that is
 * not its own. No figure is made here.
 */
export function layOut(view: View, room: number): RibbonLayout {
  const stages = new Map(view.stages.map((s) => [s.entryId, s]));
  const columnOf = (entry: string) => stages.get(entry)!.column;
  const columns = Math.max(1, ...view.stages.map((s) => s.column + 1), ...view.ahead.map((a) => a.column + 1));
  const heaviest = Math.max(1, ...view.bands.map((b) => b.mass?.grams ?? 0));
  const scale = (grams: number) => Math.max(2, (grams / heaviest) * thickest);
  // Lots that nobody has weighed are drawn as outlines; together they are as thick as what they were made from.
  const lost = (entry: string) =>
    sum(view.strands.filter((l) => l.entryId === entry && l.mass && l.mass.grams > 0).map((l) => scale(l.mass!.grams)));
  const outline = (b: Band) => {
    const source = sum(view.bands.filter((o) => o.toEntryId === b.fromEntryId).map((o) => scale(o.mass?.grams ?? 0)));
    const siblings = new Set(view.bands.filter((o) => o.fromEntryId === b.fromEntryId && !o.mass).map((o) => o.lotId));
    return Math.max(2, (source || thickest / 2) - lost(b.fromEntryId)) / siblings.size;
  };
  const thick = new Map(view.bands.map((b) => [b, b.mass ? scale(b.mass.grams) : outline(b)]));

  const { bandLane, stageLane, lanes } = assignLanes(view, stages);
  const lossesOf = new Map(
    view.stages.map((s) => [
      s.entryId,
      view.strands.filter((l) => l.entryId === s.entryId && l.mass && l.mass.grams > 0),
    ]),
  );
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
  const stageThick = (s: Stage) =>
    Math.max(
      total(into(s.entryId)),
      total(outOf(s.entryId)) + lost(s.entryId) + (shownGap(s) ? scale(Math.abs(s.unaccounted!.grams)) : 0),
      4,
    );
  const tailBand = view.bands.find((b) => b.isThis && !b.toEntryId && b.more === 0);
  const goesOn = (b: Band) => b === tailBand && view.ahead.length > 0;
  const changesLane = (b: Band) => bandLane.get(b) !== stageLane.get(b.fromEntryId);

  // Where the words of each band stand, and which they are.
  const place = (b: Band): 'on' | 'beyond' | 'above' | 'under' | 'beside' => {
    if (thick.get(b)! >= carries && (b.toEntryId || b.onPath)) return 'on';
    if (!b.toEntryId && !goesOn(b)) return 'beyond';
    if (!changesLane(b)) return 'above';
    return b.toEntryId && columnOf(b.toEntryId) > columnOf(b.fromEntryId) + 1 ? 'under' : 'beside';
  };
  const places = new Map(view.bands.map((b) => [b, place(b)]));
  const wordsOf = new Map(
    view.bands.map((b) => [
      b,
      places.get(b) === 'on' ? bandWords(b, 18) : places.get(b) === 'beyond' ? bandWords(b, 15) : thinWords(b),
    ]),
  );
  const heads = new Map(view.stages.map((s) => [s.entryId, stageWords(s)]));
  const ahead = view.ahead.map((a, i) => ({ ahead: a, ...aheadWords(a, i === view.ahead.length - 1) }));

  // What hangs from a stage: the lowest slice hangs nearest and deepest, so that none crosses another or its words.
  const hanging = new Map(
    view.stages.map((s) => {
      const items: { strand: Strand | null; grams: number; words: Words }[] = [
        ...(shownGap(s)
          ? [{ strand: null, grams: Math.abs(s.unaccounted!.grams), words: gapWords(s.unaccounted!) }]
          : []),
        ...[...lossesOf.get(s.entryId)!]
          .reverse()
          .map((strand) => ({ strand, grams: strand.mass!.grams, words: strandWords(strand) })),
      ];
      let right = 12;
      const placed = items.map((item) => {
        const at = { ...item, thick: scale(item.grams), right };
        right += at.thick + 8;
        return at;
      });
      return [s.entryId, placed];
    }),
  );
  const hangs = (s: Stage) => {
    const items = hanging.get(s.entryId)!;
    return items.length > 0 ? hang + sum(items.map((i) => i.words.height + 3)) : 20;
  };

  // Columns: as wide as what is written in them, and a crossing where a band changes its height.
  const need = Array.from({ length: columns + 1 }, () => 0);
  const wants = (column: number, width: number) => (need[column] = Math.max(need[column]!, width));
  for (const s of view.stages) {
    wants(s.column, heads.get(s.entryId)!.width + 6);
    for (const i of hanging.get(s.entryId)!) wants(s.column, i.right + i.thick + 5 + i.words.width);
  }
  for (const b of view.bands) {
    const from = columnOf(b.fromEntryId);
    const width = wordsOf.get(b)!.width;
    const where = places.get(b)!;
    if (where === 'beyond') wants(from + 1, (changesLane(b) ? 24 : 0) + 18 + width);
    else wants(where === 'under' ? from + 1 : from, width + (where === 'on' ? 26 : 12));
  }
  for (const a of ahead) wants(a.ahead.column, Math.max(a.head.width, a.mass.width + 14) + 6);
  const crossed = Array.from({ length: columns + 1 }, () => false);
  for (const b of view.bands) {
    if (changesLane(b)) crossed[columnOf(b.fromEntryId)] = true;
    if (b.toEntryId) crossed[columnOf(b.toEntryId) - 1] = true;
  }
  const bare = need.map((w, c) =>
    c === columns ? w : Math.max(leastColumn, w + (crossed[c] && lanes > 1 ? crossing + 8 : 14)),
  );
  const spare = Math.max(0, room - 2 * margin - sum(bare)) / columns;
  const starts = bare.map((_, c) => margin + sum(bare.slice(0, c)) + spare * Math.min(c, columns));
  const start = (column: number) => starts[column]!;
  const x = (entry: string) => start(columnOf(entry));

  // Lanes: head room over stages, then what hangs from them.
  const lifted = (lane: number) =>
    view.bands.some((b) => places.get(b) === 'above' && bandLane.get(b) === lane) ? thinLine : 0;
  const tailLane = tailBand && view.ahead.length > 0 ? bandLane.get(tailBand) : undefined;
  const needsHead = (lane: number) => lane === tailLane || view.stages.some((s) => stageLane.get(s.entryId) === lane);
  const above = (lane: number) => (needsHead(lane) ? headRoom + lifted(lane) : 8);
  const aheadUnder = (a: Schema['AheadView'], from: number) => Math.max(from, scale(a.high.grams)) + 44;
  const laneHeight = Array.from({ length: lanes }, (_, lane) => {
    const below = view.stages.filter((s) => stageLane.get(s.entryId) === lane).map((s) => stageThick(s) + hangs(s));
    const bands = view.bands.filter((b) => bandLane.get(b) === lane);
    const ends = bands.map((b) => Math.max(thick.get(b)! + (places.get(b) === 'under' ? 22 : 6), 40));
    const to = lane === tailLane ? view.ahead.map((a, i) => aheadUnder(a, aheadFrom(i))) : [];
    return above(lane) + Math.max(24, ...below, ...ends, ...to) + laneGap;
  });
  const laneTop = laneHeight.map((_, lane) => sum(laneHeight.slice(0, lane)) + above(lane));
  const top = (entry: string) => laneTop[stageLane.get(entry)!]!;
  const before = (bands: Band[], band: Band) => total(bands.slice(0, bands.indexOf(band)));
  function aheadFrom(i: number) {
    return i === 0 ? (tailBand ? thick.get(tailBand)! : 0) : scale(view.ahead[i - 1]!.mass.grams);
  }

  const bands = view.bands.map((band): PlacedBand => {
    const own = laneTop[bandLane.get(band)!]!;
    const from = columnOf(band.fromEntryId);
    const [x1, y1] = [start(from), top(band.fromEntryId) + before(outOf(band.fromEntryId), band)];
    const y2 = band.toEntryId ? top(band.toEntryId) + before(into(band.toEntryId), band) : changesLane(band) ? own : y1;
    const to = band.toEntryId ? columnOf(band.toEntryId) : from + 1;
    // What is still there ends a little beyond its crossing, but where the forecast goes on from it.
    const over = goesOn(band) ? 6 : changesLane(band) ? 24 : 0;
    const x2 = band.toEntryId ? start(to) : start(to) + over - 12;
    const edge = [{ x: x1, y: y1 }];
    const cross = (column: number, y: number) => {
      const at = edge.at(-1)!;
      if (Math.abs(at.y - y) > 0.01)
        edge.push({ x: start(column) - crossing, y: at.y }, { x: start(column) - clear, y });
    };
    if (changesLane(band) && to > from + 1) cross(from + 1, own);
    cross(to, y2);
    edge.push({ x: x2, y: y2 });
    return { band, x1, x2, y1, y2, thick: thick.get(band)!, known: !!band.mass, edge };
  });

  const words: PlacedWords[] = [];
  const strands: PlacedStrand[] = [];
  const placed = view.stages.map((stage): PlacedStage => {
    const at = top(stage.entryId);
    const bottom = at + stageThick(stage);
    const left = x(stage.entryId);
    const head = heads.get(stage.entryId)!;
    const headTop = at - 5 - lifted(stageLane.get(stage.entryId)!) - head.height;
    words.push({ key: `head ${stage.entryId}`, entryId: stage.entryId, x: left - 3, y: headTop, ...head });
    const items = hanging.get(stage.entryId)!;
    let cut = bottom;
    let gap: PlacedStage['gap'] = null;
    items.forEach((item, i) => {
      cut -= item.thick;
      const down = bottom + hang + sum(items.slice(i + 1).map((o) => o.words.height + 3));
      const endX = left + item.right;
      const hung = { y: cut, thick: item.thick, endX, endY: down + lineHeight(item.words.lines[0]!.size) - 4 };
      if (item.strand) strands.push({ strand: item.strand, x: left, ...hung });
      else gap = hung;
      words.push({
        key: `hangs ${stage.entryId} ${i}`,
        entryId: item.strand ? undefined : stage.entryId,
        x: endX + item.thick + 5,
        y: down,
        ...item.words,
      });
    });
    return { stage, x: left, top: at, bottom, headTop, headWidth: head.width, gap };
  });

  for (const b of bands) {
    const said = wordsOf.get(b.band)!;
    const own = laneTop[bandLane.get(b.band)!]!;
    const at = {
      on: { x: b.x1 + 16, y: b.y1 + (b.thick - said.height) / 2, plate: true },
      beyond: { x: b.x2 + 18, y: b.y2 + Math.max(0, (b.thick - said.height) / 2) },
      above: { x: b.x1 + 6, y: b.y1 - 2 - said.height },
      under: { x: start(columnOf(b.band.fromEntryId) + 1) + 6, y: own + b.thick + 2 },
      beside: { x: start(columnOf(b.band.fromEntryId) + 1) - crossing - 8 - said.width, y: own + 4 },
    }[places.get(b.band)!];
    words.push({ key: `band ${b.band.lotId} ${b.band.toEntryId} ${b.band.more}`, band: b.band, ...said, ...at });
  }

  // The forecast goes on where what is left of the lot ends, as an outline that thins with every step.
  const tail = bands.find((b) => b.band === tailBand);
  const coming = tail
    ? ahead.map(({ ahead: a, head, mass }, i): PlacedAhead => {
        const x1 = start(a.column);
        const [to, high] = [scale(a.mass.grams), scale(a.high.grams)];
        const y = tail.y2;
        const from = aheadFrom(i);
        words.push({ key: `ahead ${i}`, x: x1 - 3, y: y - 5 - lifted(tailLane!) - head.height, ...head });
        words.push({
          key: `ahead mass ${i}`,
          x: x1 + 14,
          // On the outline where there is room, under it where there is not.
          y: to >= carries ? y + (to - mass.height) / 2 : y + Math.max(from, high) + 6,
          ...mass,
        });
        return { ahead: a, x1, x2: start(a.column + 1) - 12, y, from, to, low: scale(a.low.grams), high };
      })
    : [];

  return {
    width: Math.max(room, start(columns) + need[columns]! + margin),
    height: sum(laneHeight),
    bands,
    strands,
    stages: placed,
    ahead: coming,
    words,
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
