/** A fibre as a path, from where it is lashed on to its free end. */
export interface Strand {
  path: string;
  /** Where it ends. */
  x: number;
  y: number;
}

export interface CombLayout {
  name: 'A' | 'B';
  /** The wooden bar that the tines stand on. */
  bar: { x: number; y: number; width: number; height: number };
  tines: number[];
  strands: Strand[];
  /** Middle of the tines. */
  middle: number;
}

export interface CombsLayout {
  height: number;
  combs: CombLayout[];
  /** The points of the tines, half their height, and their foot. */
  points: number;
  half: number;
  foot: number;
  /** Where the free ends lie, and where the lashed ones do. */
  free: number;
  lashed: number;
}

const tineHeight = 96;
const top = 40;
const tines = 7;

/**
 * The pair of combs from the side: tines upwards, fibre lashed on one of them and reaching towards the other.
 * @param fill how far the fibre fills the tines, 1 to their points; null where that is not known
 * @param onB the fibre is on the second comb
 * @param pair a hackle stands alone
 */
export function combsLayout(width: number, fill: number | null, onB: boolean, pair: boolean): CombsLayout {
  const points = top;
  const foot = top + tineHeight;
  const block = Math.min(70, width * 0.15);
  const reach = Math.min(210, width * 0.3);
  const edge = Math.max(10, width * 0.05);
  // No fibre stands higher than this, or it would leave the picture.
  const stack = Math.min(1.3, Math.max(0.08, fill ?? 0.45)) * tineHeight;
  const comb = (name: 'A' | 'B', x: number): CombLayout => {
    const loaded = (name === 'B') === onB;
    const away = name === 'A' ? 1 : -1;
    const middle = x + block / 2;
    const count = loaded ? 6 + Math.round(stack / 4) : 0;
    const strands = Array.from({ length: count }, (_, i) => {
      const share = i / Math.max(1, count - 1);
      const y = foot - 4 - share * (stack - 6);
      // Each falls a little differently, the same at every drawing; towards the free end the lock draws together.
      const sway = ((i * 37) % 7) - 3;
      const endX = middle + away * (block / 2 + reach - ((i * 53) % 23));
      const endY = foot - stack * 0.42 - (share - 0.5) * stack * 0.55 + sway;
      const bend = middle + away * (block / 2 + reach * 0.45);
      const from = middle - away * (block / 2 + 12 + ((i * 29) % 6));
      return {
        path: `M${from.toFixed(1)} ${(y + 2).toFixed(1)}L${middle.toFixed(1)} ${y.toFixed(1)}Q${bend.toFixed(1)} ${(y - 4 + sway).toFixed(1)} ${endX.toFixed(1)} ${endY.toFixed(1)}`,
        x: endX,
        y: endY,
      };
    });
    return {
      name,
      bar: { x: x - 8, y: foot, width: block + 16, height: 18 },
      tines: Array.from({ length: tines }, (_, i) => x + (i / (tines - 1)) * block),
      strands,
      middle,
    };
  };
  const combs = [comb('A', edge + 30), ...(pair ? [comb('B', width - edge - 30 - block)] : [])];
  const on = combs[onB && pair ? 1 : 0]!;
  const away = on.name === 'A' ? 1 : -1;
  return {
    height: foot + 62,
    combs,
    points,
    half: foot - tineHeight / 2,
    foot,
    free: on.middle + away * (block / 2 + reach * 0.72),
    lashed: on.middle - away * (block / 2 + 8),
  };
}
