import { describe, expect, it } from 'vitest';
import type { Schema } from '../api/client';
import { fittingScale } from './calibration';
import { fleeceTone } from './fleeceTone';
import { fibrePaths, lockHalfWidth } from './lockPaths';
import { tuftPath, tuftRadius } from './Tuft';

const shape = (more: Partial<Schema['LockShape']> = {}): Schema['LockShape'] => ({
  lengthMillimetres: 100,
  wavelengthMillimetres: 4,
  depthMillimetres: 0.6,
  wave: 'crimp',
  counted: true,
  ...more,
});

const points = (path: string) =>
  path
    .slice(1)
    .split('L')
    .map((p) => p.split(' ').map(Number) as [number, number]);

describe('a tuft', () => {
  it('has four times the area for four times the mass only by its radius', () => {
    expect(tuftRadius(400, 1)).toBe(2 * tuftRadius(100, 1));
    expect(tuftRadius(-5, 1)).toBe(0);
  });

  it('looks the same each time, and not like another', () => {
    expect(tuftPath(0, 0, 20, 'G-01')).toBe(tuftPath(0, 0, 20, 'G-01'));
    expect(tuftPath(0, 0, 20, 'G-01')).not.toBe(tuftPath(0, 0, 20, 'G-02'));
  });
});

describe('a lock', () => {
  it('is as long as it was measured, at scale', () => {
    const reach = Math.max(...fibrePaths(shape(), 3, 'a').flatMap((p) => points(p).map(([x]) => x)));
    expect(reach).toBeGreaterThan(100 * 3 * 0.93);
    expect(reach).toBeLessThanOrEqual(100 * 3);
  });

  it('has as many crests as crimps were counted', () => {
    const middle = points(fibrePaths(shape({ depthMillimetres: 2 }), 10, 'a', 1)[0]!).filter(([x]) => x < 600);
    const crests = middle.filter(
      ([, y], i) => i > 0 && i < middle.length - 1 && y > middle[i - 1]![1] && y >= middle[i + 1]![1],
    );
    // 60 mm at a wave every 4 mm.
    expect(crests.length).toBeGreaterThanOrEqual(14);
    expect(crests.length).toBeLessThanOrEqual(16);
  });

  it('comes to a point at its weathered tip and is cut square at the butt', () => {
    const fibres = fibrePaths(shape({ wave: 'none', wavelengthMillimetres: null, depthMillimetres: 0 }), 1, 'a').map(
      points,
    );
    const width = (ys: number[]) => Math.max(...ys) - Math.min(...ys);
    const butt = width(fibres.map((f) => f[0]![1]));
    const tip = width(fibres.map((f) => f.at(-1)![1]));
    expect(tip).toBeLessThan(butt * 0.6);
    expect(new Set(fibres.map((f) => f[0]![0]))).toEqual(new Set([0]));
  });

  it('fits the room it asks for', () => {
    for (const wave of ['crimp', 'curl', 'wave', 'disorganised'] as const) {
      const one = shape({ wave, depthMillimetres: 2, wavelengthMillimetres: 12 });
      const reach = Math.max(...fibrePaths(one, 1, 'a').flatMap((p) => points(p).map(([, y]) => Math.abs(y))));
      expect(reach, wave).toBeLessThanOrEqual(lockHalfWidth(one) + 1.5);
    }
  });
});

describe('scale and colour', () => {
  it('draws at true size where it fits and says so where it does not', () => {
    expect(fittingScale(4, 100, 400)).toEqual({ pxPerMm: 4, words: 'true size' });
    expect(fittingScale(4, 100, 399)).toEqual({ pxPerMm: 2, words: '1 : 2' });
    expect(fittingScale(4, 5000, 100).words).toBe('1 : 6');
  });

  it('knows the colours people name and stays undyed for the rest', () => {
    expect(fleeceTone('dark grey')).not.toEqual(fleeceTone('light grey'));
    expect(fleeceTone('Moorit')).toEqual(fleeceTone('moorit'));
    expect(fleeceTone('')).toEqual(fleeceTone('white'));
  });

  it.each([
    ['off-white to creamy tan', 'white', 'tan'],
    ['light grey', 'white', 'grey'],
    ['dark brown', 'black', 'brown'],
    ['white, tips stained brown', 'white', 'white'],
    ['tan', 'tan', 'tan'],
  ])('draws %s between %s and %s', (colour, one, other) => {
    const light = (of: string) => parseInt(fleeceTone(of).fill.slice(1, 3), 16);
    const [low, high] = [light(one), light(other)].sort((a, b) => a - b);
    expect(light(colour)).toBeGreaterThanOrEqual(low!);
    expect(light(colour)).toBeLessThanOrEqual(high!);
  });

  it('draws dyed fibre in its colour, and words inside others name none', () => {
    const parts = (of: string) => [1, 3, 5].map((at) => parseInt(fleeceTone(of).fill.slice(at, at + 2), 16));
    const [red, blue] = [parts('madder red'), parts('indigo blue')];
    expect(red[0]!).toBeGreaterThan(1.8 * red[2]!);
    expect(blue[2]!).toBeGreaterThan(1.4 * blue[0]!);
    expect(fleeceTone('sheared at Tansley')).toEqual(fleeceTone(''));
    expect(fleeceTone('blue-grey')).toEqual(fleeceTone('grey'));
  });
});
