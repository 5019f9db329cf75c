import { describe, expect, it } from 'vitest';
import { placeOf, standing } from './waitingLayout';

describe('what waits', () => {
  it('begins at today and ends with what has waited longest', () => {
    expect(placeOf(0, 60, 100, 500)).toBe(100);
    expect(placeOf(60, 60, 100, 500)).toBe(500);
    expect(placeOf(15, 60, 100, 500)).toBe(300);
  });

  it('moves apart what lies on each other, within its edges and in its order', () => {
    const { shown, left } = standing(
      [10, 12, 200, 201, 199].map((x, id) => ({ id, x, r: 20 })),
      20,
      260,
    );
    expect(left).toEqual([]);
    expect(shown.map((s) => s.id)).toEqual([0, 1, 4, 2, 3]);
    shown.slice(1).forEach((s, i) => expect(s.x - shown[i]!.x).toBeGreaterThanOrEqual(44));
    expect(shown[0]!.x).toBeGreaterThanOrEqual(20);
    expect(shown.at(-1)!.x).toBeLessThanOrEqual(260);
  });

  it('leaves out the far end where there is no room, and keeps one however narrow it is', () => {
    const many = Array.from({ length: 12 }, (_, id) => ({ id, x: 100, r: 10 }));
    const { shown, left } = standing(many, 0, 300);
    expect(shown.map((s) => s.id)).toEqual([0, 1, 2, 3, 4, 5]);
    expect(shown.length + left.length).toBe(12);
    expect(shown.at(-1)!.x).toBeLessThanOrEqual(300 - 38);
    expect(standing(many, 0, 10).shown).toHaveLength(1);
    expect(standing([], 0, 10)).toEqual({ shown: [], left: [] });
  });
});
