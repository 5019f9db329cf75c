import { describe, expect, it } from 'vitest';
import { queryClient, screen } from '../api/client';
import { serverNow, tappedAt } from '../api/clock';
import { hear, traced, type LiveReading } from './live';

const now = Date.parse('2026-05-14T10:00:00Z');
const minutes = (n: number) => new Date(now + n * 60_000).toISOString();
describe('news from the house', () => {
  it('asks again for what changed, and for nothing else', () => {
    const keys = [
      '/api/runs',
      '/api/course',
      '/api/lots/{code}',
      '/api/lots/{code}/routes',
      '/api/samples',
      '/api/scouring',
      '/api/breeds',
      '/api/course/stations',
      '/api/workshop',
    ];
    const staleAfter = (what: string, by?: string) => {
      queryClient.clear();
      for (const path of keys) queryClient.setQueryData(['get', path], {});
      queryClient.setQueryData(['post', '/api/lots'], {});
      hear({ what, by });
      return queryClient
        .getQueryCache()
        .getAll()
        .filter((q) => q.state.isInvalidated)
        .map((q) => q.queryKey[1]);
    };
    expect(staleAfter('runs')).toEqual(['/api/runs']);
    expect(staleAfter('log')).toEqual([
      '/api/runs',
      '/api/course',
      '/api/lots/{code}',
      '/api/lots/{code}/routes',
      '/api/samples',
    ]);
    expect(staleAfter('tools')).toEqual(['/api/scouring', '/api/breeds']);
    // Of its own doing a screen knows already what it asked for since that was answered; of another's it knows nothing.
    expect(staleAfter('runs', screen)).toEqual([]);
    expect(staleAfter('log', screen)).toEqual([]);
    expect(staleAfter('runs', 'another')).toEqual(['/api/runs']);
    expect(staleAfter('something new')).toEqual([]);
    expect(staleAfter('reading')).toEqual([]);
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
