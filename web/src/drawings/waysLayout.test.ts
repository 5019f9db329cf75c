import { describe, expect, it } from 'vitest';
import { hourParts, massParts } from './waysLayout';

describe('ways beside one another', () => {
  it('draws what became of it along one length', () => {
    expect(massParts({ taken: 200, made: 150, rest: 30, lost: 20 }, 100)).toEqual({ made: 75, rest: 15, lost: 10 });
  });
  it('keeps within the bar where more came out than went in', () => {
    const parts = massParts({ taken: 100, made: 120, rest: 0, lost: 0 }, 100);
    expect(parts.made + parts.rest + parts.lost).toBeCloseTo(100);
  });
  it('draws hours at one scale and leaves out what nobody timed', () => {
    expect(
      hourParts(
        [
          { preparing: 1, spinning: 3 },
          { preparing: 2, spinning: null },
          { preparing: null, spinning: null },
        ],
        400,
      ),
    ).toEqual([
      { preparing: 100, spinning: 300 },
      { preparing: 200, spinning: 0 },
      { preparing: 0, spinning: 0 },
    ]);
    expect(hourParts([], 400)).toEqual([]);
  });
});
