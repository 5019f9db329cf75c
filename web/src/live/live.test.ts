import { afterEach, describe, expect, it, vi } from 'vitest';
import { queryClient, type Schema } from '../api/client';
import { hear, serverNow, tappedAt, traced, type LiveReading } from './live';
import { runningWords } from './running';

const now = Date.parse('2026-05-14T10:00:00Z');
const minutes = (n: number) => new Date(now + n * 60_000).toISOString();
const bath = (liftBy: string | null, liftedAt: string | null = null) => ({ liftBy, liftedAt }) as Schema['BathView'];
const wash = (...baths: Schema['BathView'][]) => ({ baths }) as Schema['WashView'];
const rack = (state: Schema['DryingState'], dryAt: string | null = null) => ({ state, dryAt }) as Schema['DryingView'];

describe('what runs', () => {
  it('is told by the bath that has to be lifted first, over all washes', () => {
    expect(runningWords([wash(bath(minutes(30)), bath(minutes(9))), wash(bath(minutes(12)))], [], now).wash).toBe(
      '9 min',
    );
  });

  it('forgets a bath that was lifted', () => {
    expect(runningWords([wash(bath(minutes(9), minutes(-1)))], [], now).wash).toBeNull();
    expect(runningWords([wash(bath(minutes(9), minutes(-1)), bath(minutes(20)))], [], now).wash).toBe('20 min');
  });

  it('says that something lies in the tub where nothing hurries', () => {
    expect(runningWords([wash(bath(null))], [], now).wash).toBe('in the tub');
  });

  it('puts what can be taken off a rack before what still dries', () => {
    const drying = rack('drying', minutes(180));
    expect(runningWords([], [drying], now).dry).toBe('3 h');
    expect(runningWords([], [drying, rack('weighAgain')], now).dry).toBe('weigh again');
    expect(runningWords([], [drying, rack('weighAgain'), rack('dry')], now).dry).toBe('dry');
    expect(runningWords([], [rack('cannotTell')], now).dry).toBe('on the rack');
    expect(runningWords([], [], now).dry).toBeNull();
  });
});

describe('news from the house', () => {
  afterEach(() => vi.restoreAllMocks());

  it('asks again for what changed, and for nothing else', () => {
    const asked = vi.spyOn(queryClient, 'invalidateQueries').mockResolvedValue();
    hear({ what: 'washing' });
    expect(asked.mock.calls.map((c) => c[0]?.queryKey)).toEqual([['washing']]);
    asked.mockClear();
    hear({ what: 'log' });
    expect(asked.mock.calls.map((c) => c[0]?.queryKey)).toContainEqual(['lot']);
    asked.mockClear();
    hear({ what: 'tools' });
    expect(asked.mock.calls.map((c) => c[0]?.queryKey)).toContainEqual(['wash-house']);
    asked.mockClear();
    hear({ what: 'something new' });
    hear({ what: 'reading' });
    expect(asked).not.toHaveBeenCalled();
  });

  it('keeps two minutes of what an instrument said, each word once', () => {
    const said = (at: string, text: string) => ({ at, text }) as LiveReading;
    const first = traced([], said(minutes(0), 'a'));
    const second = traced(first, said(minutes(1), 'b'));
    // A line that breaks says its last word again, greyed.
    expect(traced(second, said(minutes(1), 'b, old')).map((r) => r.text)).toEqual(['a', 'b, old']);
    expect(traced(second, said(minutes(2.5), 'c')).map((r) => r.text)).toEqual(['b', 'c']);
  });

  it('gives a tap the time of the house, and none before that is known', () => {
    expect(tappedAt()).toBeNull();
    hear({ what: 'clock', now: '2031-01-01T00:00:00Z', speed: 1 });
    expect(tappedAt()).toMatch(/^2031-01-01T00:00:0[01]/);
  });

  it('sets the clock by the house, whatever this machine thinks', () => {
    hear({ what: 'clock', now: '2031-01-01T00:00:00Z', speed: 1 });
    expect(serverNow() - Date.parse('2031-01-01T00:00:00Z')).toBeLessThan(2000);
    expect(serverNow() - Date.parse('2031-01-01T00:00:00Z')).toBeGreaterThanOrEqual(0);
  });
});
