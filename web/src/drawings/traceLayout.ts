export interface TracePoint {
  at: string;
  value: number | null;
  stable: boolean;
}

export interface TraceLayout {
  /** Where it stood still, and where it moved. */
  still: string;
  moving: string;
  last: { x: number; y: number } | null;
  low: number;
  high: number;
}

/** Lays out what an instrument said: the newest at the right edge, a break where it said nothing. */
export function traceLayout(
  points: readonly TracePoint[],
  now: number,
  spanMs: number,
  leastRange: number,
  width: number,
  height: number,
): TraceLayout {
  const told = points.filter((p): p is TracePoint & { value: number } => p.value !== null);
  const values = told.map((p) => p.value);
  const middle = values.length > 0 ? (Math.min(...values) + Math.max(...values)) / 2 : 0;
  const range = Math.max(leastRange, values.length > 0 ? Math.max(...values) - Math.min(...values) : 0);
  const low = middle - range / 2;
  const high = middle + range / 2;
  const edge = 6;
  // The figures of the axis stand at the left.
  const left = 58;
  const x = (t: number) => width - edge - ((now - t) / spanMs) * (width - edge - left);
  const y = (v: number) => height - edge - ((v - low) / range) * (height - 2 * edge);
  const Silence = 8000;
  let still = '';
  let moving = '';
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const [from, to] = [Date.parse(a.at), Date.parse(b.at)];
    if (a.value === null || b.value === null || to - from > Silence || from < now - spanMs) continue;
    const piece = `M${x(from).toFixed(1)},${y(a.value).toFixed(1)}L${x(to).toFixed(1)},${y(b.value).toFixed(1)}`;
    if (a.stable && b.stable) still += piece;
    else moving += piece;
  }
  const newest = told.at(-1);
  return { still, moving, last: newest ? { x: x(Date.parse(newest.at)), y: y(newest.value) } : null, low, high };
}
