import { afterEach, describe, expect, it, vi } from 'vitest';
import { queryClient } from '../api/client';
import { hear, serverNow, tappedAt, traced, type LiveReading } from './live';

const now = Date.parse('2026-05-14T10:00:00Z');
const minutes = (n: number) => new Date(now + n * 60_000).toISOString();
describe('news from the house', () => {
  afterEach(() => vi.restoreAllMocks());

  it('asks again for what changed, and for nothing else', () => {
    const asked = vi.spyOn(queryClient, 'invalidateQueries').mockResolvedValue();
    hear({ what: 'runs' });
    expect(asked.mock.calls.map((c) => c[0]?.queryKey)).toEqual([['runs']]);
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
