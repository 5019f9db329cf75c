// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { counted, goOn, hadPause, minutesAt, pauseAfter, setPauseAfter } from './pause';

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
});
