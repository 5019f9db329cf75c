/** Noil of one load in percent; null where it was not weighed. */
export interface NoilLoad {
  percent: number | null;
  standsOut: boolean;
}

/** Loads from left to right at even steps, noil upwards from none; those still to come keep their places. */
export function noilLayout(loads: readonly NoilLoad[], planned: number, width: number, height: number) {
  const count = Math.max(loads.length, planned, 1);
  const [top, bottom] = [22, height - 24];
  const step = width / count;
  const bar = Math.min(46, Math.max(step * 0.7, step - 8));
  const most = Math.max(1, ...loads.map((l) => l.percent ?? 0)) * 1.05;
  return {
    bottom,
    words: step >= 30,
    numbers: step >= 16,
    bars: Array.from({ length: count }, (_, i) => {
      const load = loads[i];
      const percent = load?.percent ?? null;
      const tall = percent === null ? 0 : (percent / most) * (bottom - top);
      return {
        number: i + 1,
        x: i * step + (step - bar) / 2,
        middle: (i + 0.5) * step,
        width: bar,
        y: bottom - tall,
        height: tall,
        percent,
        standsOut: load?.standsOut ?? false,
        done: load !== undefined,
      };
    }),
  };
}
