import { describe, expect, it } from 'vitest';
import { combsLayout } from './combsLayout';
import { noilLayout } from './noilLayout';

describe('the pair of combs', () => {
  it('has the fibre on one of them, reaching towards the other, and stands higher the fuller it is', () => {
    const at = combsLayout(700, 0.5, false, true);
    const [a, b] = at.combs;
    expect([a!.strands.length > 5, b!.strands.length]).toEqual([true, 0]);
    expect(a!.strands.every((s) => s.x > a!.middle && s.x < b!.middle)).toBe(true);
    const highest = (fill: number) =>
      Math.min(...combsLayout(700, fill, false, true).combs[0]!.strands.map((s) => s.y));
    expect(highest(0.9)).toBeLessThan(highest(0.4));
    // At half the tines the stack ends about the line of half.
    const lashed = a!.strands.map((s) => Number(s.path.split('L')[1]!.split(' ')[1]!.split('Q')[0]));
    expect(Math.abs(Math.min(...lashed) - at.half)).toBeLessThan(6);
  });

  it('changes combs with a transfer; a hackle stands alone; all of it fits a phone', () => {
    const onB = combsLayout(700, 0.5, true, true);
    expect(onB.combs.map((c) => c.strands.length > 0)).toEqual([false, true]);
    expect(onB.combs[1]!.strands.every((s) => s.x < onB.combs[1]!.middle)).toBe(true);
    expect(combsLayout(700, null, false, false).combs).toHaveLength(1);
    for (const width of [330, 390, 1000]) {
      for (const side of [true, false]) {
        const at = combsLayout(width, 1.4, side, true);
        const xs = at.combs.flatMap((c) => [c.bar.x, c.bar.x + c.bar.width, ...c.strands.map((s) => s.x)]);
        expect(Math.min(...xs)).toBeGreaterThanOrEqual(0);
        expect(Math.max(...xs)).toBeLessThanOrEqual(width);
        const ends = at.combs.flatMap((c) => c.strands.map((s) => s.x));
        // The two combs do not reach into each other.
        expect(
          side
            ? Math.min(...ends) > at.combs[0]!.bar.x + at.combs[0]!.bar.width
            : Math.max(...ends) < at.combs[1]!.bar.x,
        ).toBe(true);
      }
    }
  });
});

describe('noil by load', () => {
  it('is as high as it is much, keeps the places of loads to come, and marks what stands out', () => {
    const at = noilLayout(
      [
        { percent: 10, standsOut: false },
        { percent: 20, standsOut: true },
        { percent: null, standsOut: false },
      ],
      5,
      500,
      130,
    );
    expect(at.bars.map((b) => b.done)).toEqual([true, true, true, false, false]);
    expect(at.bars[1]!.height).toBeCloseTo(2 * at.bars[0]!.height);
    expect(at.bars[2]!.height).toBe(0);
    expect(at.bars[1]!.standsOut).toBe(true);
    expect(at.bars[1]!.y).toBeGreaterThan(0);
    const many = noilLayout([], 200, 350, 130);
    expect([many.words, many.numbers]).toEqual([false, false]);
    expect(many.bars.at(-1)!.x + many.bars.at(-1)!.width).toBeLessThanOrEqual(350);
  });
});
