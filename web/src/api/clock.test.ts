import { afterEach, expect, it, vi } from 'vitest';
import { arrivedAt, clockHeard, hearClock, onClockHeard, serverNow, tappedAt } from './clock';

afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

it('counts from when the answer came, which may be long before it is read; afterwards from when it is read', () => {
  vi.spyOn(performance, 'getEntriesByType').mockReturnValue([
    { name: 'http://127.0.0.1/api/session/other', responseEnd: 7 },
    { name: 'http://127.0.0.1/api/session', responseEnd: 40 },
  ] as unknown as PerformanceEntryList);
  vi.spyOn(performance, 'now').mockReturnValue(2040);
  expect(arrivedAt('/api/session')).toBe(40);
  expect(arrivedAt('/api/course')).toBe(2040);
});

it('is told once, when the house first says its time, and runs on as fast as the house does', () => {
  vi.useFakeTimers();
  const told = vi.fn();
  onClockHeard(told);
  expect([clockHeard(), tappedAt()]).toEqual([false, null]);
  hearClock('2026-05-14T10:00:00Z', 60);
  vi.advanceTimersByTime(2000);
  expect(new Date(serverNow()).toISOString()).toBe('2026-05-14T10:02:00.000Z');
  hearClock('2026-05-14T10:05:00Z', 1);
  expect(tappedAt()).toBe('2026-05-14T10:05:00.000Z');
  expect(told).toHaveBeenCalledOnce();
  expect(arrivedAt('/api/session')).toBe(performance.now());
});
