import { describe, expect, it } from 'vitest';
import { battsLayout } from './battsLayout';

describe('loads as batts', () => {
  it('draws each by its weight, and what is planned as a place', () => {
    const { batts, even } = battsLayout([1, 0.8, 1.1], 5, 700);
    expect(batts.map((b) => b.planned)).toEqual([false, false, false, true, true]);
    expect(batts[1]!.height / batts[0]!.height).toBeCloseTo(0.8);
    expect(batts[3]!.height).toBeCloseTo(even);
    // All of one row stand on one line.
    expect(new Set(batts.map((b) => Math.round(b.y + b.height))).size).toBe(1);
  });

  it('keeps every batt within its width and apart from the others', () => {
    for (const count of [1, 2, 9, 32, 100, 400])
      for (const width of [320, 390, 760, 1100]) {
        const { batts, height } = battsLayout(
          Array.from({ length: count }, (_, i) => 0.5 + ((i * 7) % 10) / 8),
          count,
          width,
        );
        expect(batts).toHaveLength(count);
        for (const b of batts) {
          expect(b.x + b.width).toBeLessThanOrEqual(width + 0.01);
          expect(b.y).toBeGreaterThanOrEqual(0);
          expect(b.y + b.height).toBeLessThanOrEqual(height);
        }
        const sorted = [...batts].sort((a, b) => Math.round(a.y + a.height) - Math.round(b.y + b.height) || a.x - b.x);
        for (let i = 1; i < sorted.length; i++)
          if (Math.round(sorted[i]!.y + sorted[i]!.height) === Math.round(sorted[i - 1]!.y + sorted[i - 1]!.height))
            expect(sorted[i]!.x).toBeGreaterThanOrEqual(sorted[i - 1]!.x + sorted[i - 1]!.width);
      }
  });

  it('has more loads than were planned where more were carded', () => {
    expect(battsLayout([1, 1, 1], 2, 500).batts).toHaveLength(3);
    expect(battsLayout([], 0, 500).batts).toHaveLength(1);
  });
});
