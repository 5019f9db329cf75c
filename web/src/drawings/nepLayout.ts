/** After which pass, how many neps in a gram, and one standard deviation of that. */
export interface NepPoint {
  pass: number;
  perGram: number;
  doubt: number;
}

/** Passes from left to right at even steps, neps upwards from none. */
export function nepLayout(points: readonly NepPoint[], next: number | null, width: number, height: number) {
  const left = 14;
  const right = width - 56;
  const bottom = height - 28;
  const top = 24;
  const last = points.at(-1);
  const ahead = next !== null && last ? { pass: last.pass + 1, perGram: next, doubt: 0 } : null;
  const all = ahead ? [...points, ahead] : [...points];
  const most = Math.max(1e-9, ...all.map((p) => p.perGram + p.doubt));
  const passes = Math.max(1, (all.at(-1)?.pass ?? 1) - 1);
  const x = (pass: number) => left + 22 + ((pass - 1) / passes) * (right - left - 44);
  const y = (value: number) => bottom - (Math.max(0, value) / most) * (bottom - top);
  const path = (of: readonly NepPoint[]) =>
    of.length < 2
      ? null
      : of.map((p, i) => `${i ? 'L' : 'M'}${x(p.pass).toFixed(1)} ${y(p.perGram).toFixed(1)}`).join('');
  return {
    left,
    right,
    bottom,
    line: path(points),
    ahead: ahead && last ? path([last, ahead]) : null,
    dots: all.map((p) => ({
      pass: p.pass,
      x: x(p.pass),
      y: y(p.perGram),
      low: y(p.perGram - p.doubt),
      high: y(p.perGram + p.doubt),
      ahead: p === ahead,
      words: `${p === ahead ? '~ ' : ''}${p.perGram.toFixed(p.perGram < 10 ? 1 : 0)} / g`,
    })),
  };
}
