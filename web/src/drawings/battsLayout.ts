/** Loads as batts side by side: each as wide as the next, as high as it is heavy, so that its area is its weight. */
export interface Batt {
  x: number;
  y: number;
  width: number;
  height: number;
  /** The place of a load that is planned and not carded yet. */
  planned: boolean;
}

export interface BattsLayout {
  batts: Batt[];
  height: number;
  /** The height of a load of the planned weight. */
  even: number;
  /** Room for words at each. */
  words: boolean;
}

const gap = 8;
const mostWide = 96;
const leastWide = 14;
const withWords = 52;
const tallest = 1.35;

/**
 * @param shares of the planned weight, of what was carded, in order
 * @param planned how many loads there are to be
 */
export function battsLayout(shares: readonly number[], planned: number, width: number): BattsLayout {
  const count = Math.max(shares.length, planned, 1);
  // As wide as there is room for in three rows; many loads become narrow and lose their words.
  const perRowAt = (wide: number) => Math.max(1, Math.floor((width + gap) / (wide + gap)));
  let wide = mostWide;
  while (wide > leastWide && Math.ceil(count / perRowAt(wide)) > 3) wide -= 2;
  const perRow = perRowAt(wide);
  const words = wide >= withWords;
  const even = Math.round(wide * 0.72);
  const rowHeight = Math.ceil(even * tallest) + (words ? 38 : gap);
  const batts = Array.from({ length: count }, (_, i) => {
    const share = Math.min(tallest, Math.max(0.06, shares[i] ?? 1));
    const height = even * share;
    const bottom = Math.floor(i / perRow) * rowHeight + Math.ceil(even * tallest);
    return {
      x: (i % perRow) * (wide + gap),
      y: bottom - height,
      width: wide,
      height,
      planned: i >= shares.length,
    };
  });
  return { batts, height: Math.ceil(count / perRow) * rowHeight, even, words };
}
