export interface WayMasses {
  taken: number;
  made: number;
  rest: number;
  lost: number;
}

export interface WayHours {
  preparing: number | null;
  spinning: number | null;
}

/** Of one hundred taken: product, noil and what is gone, as parts of a bar that is the same length for every way. */
export function massParts(way: WayMasses, width: number): { made: number; rest: number; lost: number } {
  const all = Math.max(way.taken, way.made + way.rest, Number.MIN_VALUE);
  return {
    made: (way.made / all) * width,
    rest: (way.rest / all) * width,
    lost: (Math.max(0, all - way.made - way.rest) / all) * width,
  };
}

/** Hours of every way as bars at one scale: the longest fills the width. */
export function hourParts(ways: readonly WayHours[], width: number): { preparing: number; spinning: number }[] {
  const longest = Math.max(...ways.map((w) => (w.preparing ?? 0) + (w.spinning ?? 0)), Number.MIN_VALUE);
  return ways.map((w) => ({
    preparing: ((w.preparing ?? 0) / longest) * width,
    spinning: ((w.spinning ?? 0) / longest) * width,
  }));
}
