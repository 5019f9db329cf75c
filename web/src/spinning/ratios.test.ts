import { describe, expect, it } from 'vitest';
import { ratios } from './ratios';

describe('ratios as they are typed', () => {
  it('takes figures side by side as one ratio each', () => {
    expect(ratios('6.5 12 17.5').map((r) => r.ratio)).toEqual([6.5, 12, 17.5]);
    expect(ratios('6.5:1 12:1').map((r) => r.ratio)).toEqual([6.5, 12]);
    expect(ratios('6,5 12').map((r) => r.ratio)).toEqual([6.5, 12]);
  });

  it('takes what follows a figure as the name of its whorl', () => {
    expect(ratios('7, 11 small, 15:1 very small')).toEqual([
      { ratio: 7, name: null },
      { ratio: 11, name: 'small' },
      { ratio: 15, name: 'very small' },
    ]);
    expect(ratios('8 slow; 15 middle\n20')).toHaveLength(3);
  });

  it('keeps a mark on a dial whose turns nobody knows', () => {
    expect(ratios('mark 3, mark 5')).toEqual([
      { ratio: null, name: 'mark 3' },
      { ratio: null, name: 'mark 5' },
    ]);
    expect(ratios('slow, 12 fast', true)).toEqual([
      { ratio: null, name: 'slow' },
      { ratio: 12, name: 'fast' },
    ]);
    // Of a wheel a word is a slip, and is refused.
    expect(ratios('7, x small')).toEqual([
      { ratio: 7, name: null },
      { ratio: null, name: null },
    ]);
    expect(ratios('  ')).toEqual([]);
  });
});
