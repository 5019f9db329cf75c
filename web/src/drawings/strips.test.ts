import { describe, expect, it } from 'vitest';
import { piecesOf, stripsLayout, twistOf } from './stripsLayout';

describe('strips', () => {
  it('lie end to end, as long as they are heavy, on one scale for all plies', () => {
    const one = stripsLayout([10, 20, 10], 50, 500);
    expect(one.map((s) => [s.x, s.width])).toEqual([
      [0, 100],
      [100, 200],
      [300, 100],
    ]);
    expect(stripsLayout([], 50, 500)).toEqual([]);
  });

  it('of one colour are one piece of the singles', () => {
    expect(piecesOf(['#a', '#a', '#b'], 90)).toEqual([
      { colour: '#a', x: 0, width: 60 },
      { colour: '#b', x: 60, width: 30 },
    ]);
  });

  it('show every strand of a yarn in turn', () => {
    const twist = twistOf(
      [
        ['#a', '#b'],
        ['#c', '#b'],
      ],
      400,
      20,
      40,
    );
    expect(twist).toHaveLength(40);
    expect(twist.slice(0, 4).map((t) => t.colour)).toEqual(['#a', '#b', '#a', '#b']);
    expect(twist.slice(-4).map((t) => t.colour)).toEqual(['#c', '#b', '#c', '#b']);
    expect(Math.max(...twist.flatMap((t) => t.points.map((p) => p[1])))).toBe(20);
  });
});
