import { describe, expect, it } from 'vitest';
import { bandOf } from '../drawings/bandLayout';
import { fitted } from './shrink';

describe('a picture that is sent', () => {
  it('keeps its size where that is no more than the workshop keeps', () => {
    expect(fitted(1200, 800)).toEqual({ width: 1200, height: 800 });
    expect(fitted(2048, 2048)).toEqual({ width: 2048, height: 2048 });
  });
  it('is made smaller by its longer edge, and never to nothing', () => {
    expect(fitted(4096, 3072)).toEqual({ width: 2048, height: 1536 });
    expect(fitted(3072, 4096)).toEqual({ width: 1536, height: 2048 });
    expect(fitted(40_000, 1)).toEqual({ width: 2048, height: 1 });
  });
});

describe('a band of colours', () => {
  it('fills its width with parts as wide as their shares', () => {
    expect(bandOf([3, 1], 400)).toEqual([
      { x: 0, width: 300 },
      { x: 300, width: 100 },
    ]);
    expect(bandOf([], 400)).toEqual([]);
    expect(bandOf([0, 0], 400).every((p) => p.width === 0)).toBe(true);
  });
});
