export interface CurveInput {
  /** A dot that does not count was set aside: it is drawn, and at the edge where it lies beyond the picture. */
  dots: readonly { at: string; value: number; fromInstrument: boolean; counts?: boolean }[];
  curve: readonly { at: string; value: number; low: number; high: number }[];
  /** A level that matters: the floor of a bath, the dry line of a rack. */
  level: number | null;
  now: number;
  /** How much one division of the axis is, in what the values are in. */
  division?: number;
  /** The moment the picture is about: lift by, dry at. */
  moment: string | null;
  width: number;
  height: number;
}

export interface CurveLayout {
  dots: { x: number; y: number; fromInstrument: boolean; counts: boolean }[];
  line: string;
  /** The part of the line that lies ahead. */
  ahead: string;
  band: string;
  levelY: number | null;
  nowX: number | null;
  momentX: number | null;
  ticksX: { x: number; at: number }[];
  ticksY: { y: number; value: number }[];
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const steps = [1, 2, 5, 10, 20, 30, 60, 120, 180, 360, 720, 1440, 2880, 10_080];

/** Round steps so that about four labels fit: three at the least, six at the most. */
export function roundStep(span: number, wanted = 4): number {
  if (span <= 0) return 1;
  const raw = span / wanted;
  const power = 10 ** Math.floor(Math.log10(raw));
  return [1, 2, 5, 10].map((m) => m * power).find((s) => s >= raw / 1.5)!;
}

const path = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)},${y.toFixed(1)}`).join('');

/** Lays a cooling or drying curve out: time to the right, value upwards, with room for the labels. */
export function curveLayout(input: CurveInput): CurveLayout {
  const margin = { left: 46, right: 14, top: 18, bottom: 30 };
  const left = margin.left;
  const right = Math.max(left + 40, input.width - margin.right);
  const top = margin.top;
  const bottom = input.height - margin.bottom;
  const times = [
    ...input.dots.map((d) => Date.parse(d.at)),
    ...input.curve.map((c) => Date.parse(c.at)),
    ...(input.moment ? [Date.parse(input.moment)] : []),
  ];
  if (times.length === 0) times.push(input.now, input.now + 60_000);
  const from = Math.min(...times);
  const until = Math.max(...times, from + 60_000);
  const values = [
    ...input.dots.filter((d) => d.counts !== false).map((d) => d.value),
    ...input.curve.flatMap((c) => [c.value, c.low, c.high]),
    ...(input.level === null ? [] : [input.level]),
  ];
  if (values.length === 0) values.push(0, 1);
  // A first weighing alone must not be shown to the hundredth of a gram.
  const spread = Math.max(Math.max(...values) - Math.min(...values), Math.max(...values.map(Math.abs)) * 0.04, 1);
  const low = Math.min(...values) - spread * 0.12;
  const high = Math.max(...values) + spread * 0.08;
  // The first dot does not lie on the figures beside the picture.
  const first = left + 6;
  const x = (t: number) => first + ((t - from) / (until - from)) * (right - first);
  const y = (v: number) => bottom - ((Math.min(high, Math.max(low, v)) - low) / (high - low)) * (bottom - top);

  const points = input.curve.map((c) => ({ t: Date.parse(c.at), ...c }));
  const seen = points.filter((p) => p.t <= input.now);
  const later = points.filter((p) => p.t > input.now);
  const bridge = seen.length > 0 && later.length > 0 ? [seen[seen.length - 1]!, ...later] : later;
  const band =
    points.length > 1
      ? `${path([...points.map((p) => [x(p.t), y(p.high)] as const), ...[...points].reverse().map((p) => [x(p.t), y(p.low)] as const)])}Z`
      : '';

  const minutes = (until - from) / 60_000;
  const stepX = (steps.find((s) => minutes / s <= (right - left) / 90) ?? 43_200) * 60_000;
  const ticksX: { x: number; at: number }[] = [];
  for (let t = Math.ceil(from / stepX) * stepX; t <= until; t += stepX) ticksX.push({ x: x(t), at: t });
  const division = input.division ?? 1;
  const stepY = roundStep((high - low) / division);
  const ticksY: { y: number; value: number }[] = [];
  for (let v = Math.ceil(low / division / stepY) * stepY; v <= high / division + 1e-9; v += stepY)
    ticksY.push({ y: y(v * division), value: Math.round(v * 1e6) / 1e6 });

  return {
    dots: input.dots.map((d) => ({
      x: x(Date.parse(d.at)),
      y: y(d.value),
      fromInstrument: d.fromInstrument,
      counts: d.counts !== false,
    })),
    line: path(seen.map((p) => [x(p.t), y(p.value)] as const)),
    ahead: path(bridge.map((p) => [x(p.t), y(p.value)] as const)),
    band,
    levelY: input.level === null ? null : y(input.level),
    nowX: input.now >= from && input.now <= until ? x(input.now) : null,
    momentX: input.moment ? x(Date.parse(input.moment)) : null,
    ticksX,
    ticksY,
    left,
    right,
    top,
    bottom,
  };
}
