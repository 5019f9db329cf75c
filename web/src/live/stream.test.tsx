// @vitest-environment jsdom
import { QueryObserver } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { queryClient } from '../api/client';
import { useLiveStream } from './live';

vi.mock('./idle', () => ({ idle: () => Promise.resolve() }));

/** A stream of the browser, ended by hand. */
class Stream {
  static readonly CLOSED = 2;
  static all: Stream[] = [];
  readyState = 0;
  onopen = () => {};
  onerror = () => {};
  addEventListener = vi.fn();
  close = vi.fn(() => (this.readyState = Stream.CLOSED));
  constructor(readonly address: string) {
    Stream.all.push(this);
  }
  end(readyState: number) {
    this.readyState = readyState;
    this.onerror();
  }
}

beforeEach(() => {
  vi.useFakeTimers();
  Stream.all = [];
  vi.stubGlobal('EventSource', Stream);
});

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
  queryClient.clear();
  vi.restoreAllMocks();
});

describe('the live stream', () => {
  it('is opened again where the house refused it, left to the browser where the line broke, and not opened after one has left', async () => {
    const { unmount } = renderHook(() => useLiveStream('here'));
    await act(async () => {});
    expect(Stream.all.map((s) => s.address)).toEqual(['/api/live']);
    // Connecting again, as the browser does by itself.
    Stream.all[0]!.end(0);
    await act(async () => vi.advanceTimersByTime(10_000));
    expect(Stream.all).toHaveLength(1);
    Stream.all[0]!.end(Stream.CLOSED);
    await act(async () => vi.advanceTimersByTime(10_000));
    expect(Stream.all).toHaveLength(2);
    Stream.all[1]!.end(Stream.CLOSED);
    unmount();
    expect(Stream.all[1]!.close).toHaveBeenCalled();
    await act(async () => vi.advanceTimersByTime(10_000));
    expect(Stream.all).toHaveLength(2);
  });

  it('has what could not be asked for asked for anew, once it stands again', async () => {
    const ask = vi.fn().mockRejectedValueOnce(new Error('away')).mockResolvedValue('there');
    const shown = new QueryObserver(queryClient, { queryKey: ['get', '/api/breeds'], queryFn: ask, retry: false });
    const leave = shown.subscribe(() => {});
    renderHook(() => useLiveStream('here'));
    await act(async () => vi.advanceTimersByTime(100));
    expect([ask.mock.calls.length, shown.getCurrentResult().status]).toEqual([1, 'error']);
    await act(async () => Stream.all[0]!.onopen());
    await act(async () => vi.advanceTimersByTime(100));
    expect([ask.mock.calls.length, shown.getCurrentResult().data]).toEqual([2, 'there']);
    await act(async () => Stream.all[0]!.onopen());
    expect(ask).toHaveBeenCalledTimes(2);
    leave();
  });
});
