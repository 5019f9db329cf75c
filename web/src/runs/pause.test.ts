// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { counted, goOn, hadPause, minutesAt, pauseAfter, setPauseAfter, working } from './pause';

const min = 60_000;

describe('a pause', () => {
  beforeEach(() => {
    localStorage.clear();
  });

  it('is asked for after as long as somebody set, counted from the first count on, and not after a rest', () => {
    expect(pauseAfter()).toBe(25);
    expect(counted(0)).toBe(false);
    for (let t = 5; t < 25; t += 5) expect(counted(t * min)).toBe(false);
    expect(counted(25 * min)).toBe(true);
    // Nothing was counted for a while: that was a pause.
    expect(counted(40 * min)).toBe(false);
    setPauseAfter(10);
    expect(counted(46 * min)).toBe(false);
    expect(counted(50 * min)).toBe(true);
    hadPause();
    expect(counted(51 * min)).toBe(false);
  });

  it('is never asked for at none, and a clock that was set back begins anew', () => {
    setPauseAfter(0);
    counted(0);
    expect(counted(7 * min)).toBe(false);
    expect(goOn({ since: 50 * min, last: 60 * min }, 10 * min)).toEqual({ since: 10 * min, last: 10 * min });
    expect(minutesAt(undefined)).toBe(0);
  });

  it('falls due while one works by the clock, and is said once', () => {
    setPauseAfter(2);
    counted(0);
    const said = Array.from({ length: 18 }, (_, i) => working((i + 1) * 10_000));
    expect(said.indexOf(true)).toBe(11);
    expect(said.filter(Boolean)).toHaveLength(1);
    hadPause();
    expect(working(4 * min)).toBe(false);
    expect(working(6 * min)).toBe(true);
  });
});
