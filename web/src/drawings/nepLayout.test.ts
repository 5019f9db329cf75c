import { describe, expect, it } from 'vitest';
import { nepLayout } from './nepLayout';

describe('neps by pass', () => {
  it('falls as they fall and goes on to what is expected', () => {
    const at = nepLayout(
      [
        { pass: 1, perGram: 6, doubt: 1.4 },
        { pass: 2, perGram: 3.1, doubt: 1 },
      ],
      2.6,
      400,
      170,
    );
    expect(at.dots.map((d) => d.words)).toEqual(['6.0 / g', '3.1 / g', '~ 2.6 / g']);
    expect(at.dots[0]!.y).toBeLessThan(at.dots[1]!.y);
    expect(at.dots[1]!.y).toBeLessThan(at.dots[2]!.y);
    expect(at.ahead).not.toBeNull();
    for (const d of at.dots) {
      expect(d.high).toBeGreaterThanOrEqual(0);
      expect(d.low).toBeLessThanOrEqual(at.bottom);
    }
  });

  it('draws one count as a dot, and none at all as nothing', () => {
    const one = nepLayout([{ pass: 1, perGram: 0, doubt: 0.5 }], null, 300, 170);
    expect([one.line, one.ahead, one.dots.length]).toEqual([null, null, 1]);
    expect(nepLayout([], null, 300, 170).dots).toEqual([]);
  });
});
