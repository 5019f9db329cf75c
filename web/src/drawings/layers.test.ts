import { describe, expect, it } from 'vitest';
import { bandsOf, laidLayout } from './layersLayout';

describe('layers', () => {
  it('of one component lie together as one band, and the bands fill the width', () => {
    const bands = bandsOf([0, 0, 1, 0, 0, 0, 2, 2], 80);
    expect(bands.map((b) => [b.component, b.width])).toEqual([
      [0, 20],
      [1, 10],
      [0, 30],
      [2, 20],
    ]);
    expect(bands.at(-1)!.x + bands.at(-1)!.width).toBeCloseTo(80);
    expect(bandsOf([], 80)).toEqual([]);
  });

  it('are as thick as they are heavy, the first at the bottom, and the thinnest is still seen', () => {
    const at = laidLayout([10, 20, 0.01], 200);
    expect(at[0]!.y + at[0]!.height).toBeCloseTo(200);
    expect(at[1]!.height).toBeGreaterThan(1.8 * at[0]!.height);
    expect(at[2]!.height).toBeGreaterThan(1.5);
    expect(at[2]!.y).toBeCloseTo(0);
  });
});
