// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useChange, useSend } from './change';
import { Problem, queryClient } from './client';
import { useKept } from '../ui/useKept';

const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>
);
const away = new Problem(503, 'database-away', 'The database is away.');
const refused = new Problem(422, 'refused', 'No.', [{ field: 'mass', code: 'empty', reason: 'No weight was given.' }]);

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  queryClient.clear();
  localStorage.clear();
});

describe('a change', () => {
  it('tells what is refused at its field, until it is typed in again, and is not sent again by itself', async () => {
    const send = vi.fn(() => Promise.reject(refused));
    const { result } = renderHook(() => useChange(send), { wrapper });
    act(() => result.current.go());
    await waitFor(() => expect(result.current.at('mass')).toBe('No weight was given.'));
    expect([result.current.besides('mass'), result.current.busy, send.mock.calls.length]).toEqual([null, false, 1]);
    // A form that has no such field says it below.
    expect(result.current.besides('because')).toBe(refused);
    act(() => result.current.clear());
    await waitFor(() => expect(result.current.error).toBeNull());
  });

  it('says what is wrong with all of it once, and what broke here without words of its own', async () => {
    const { result } = renderHook(() => useChange(() => Promise.reject(new TypeError('x is undefined'))), { wrapper });
    act(() => result.current.go());
    await waitFor(() => expect(result.current.besides('mass')?.message).toMatch(/Something broke on this page/));
  });

  it('tells of one that fails after another was sent', async () => {
    let fail: (why: Problem) => void = () => undefined;
    const { result } = renderHook(
      () =>
        useChange((slow: boolean) => (slow ? new Promise<void>((_, reject) => (fail = reject)) : Promise.resolve())),
      { wrapper },
    );
    act(() => result.current.go(true));
    await waitFor(() => expect(result.current.busy).toBe(true));
    act(() => result.current.go(false));
    await waitFor(() => expect(result.current.busy).toBe(false));
    act(() => fail(refused));
    await waitFor(() => expect(result.current.error).toBe(refused));
  });

  it('goes on when it was taken', async () => {
    const after = vi.fn();
    const { result } = renderHook(() => useChange((n: number) => Promise.resolve(n * 2), after), { wrapper });
    act(() => result.current.go(21));
    await waitFor(() => expect(after).toHaveBeenCalledWith(42, 21));
  });
});

describe('an entry', () => {
  it('is sent again with its key while the server is away, and told as done once', async () => {
    vi.useFakeTimers();
    const send = vi.fn<(body: string, key: string) => Promise<string>>();
    send.mockRejectedValueOnce(away).mockRejectedValueOnce(away).mockResolvedValueOnce('stored');
    const done = vi.fn();
    const { result } = renderHook(() => useSend(send, done), { wrapper });
    act(() => result.current.go('540 g', 'key-1'));
    await act(() => vi.advanceTimersByTimeAsync(100));
    expect([result.current.away, result.current.busy]).toEqual([true, true]);
    await act(() => vi.advanceTimersByTimeAsync(7000));
    expect(send.mock.calls).toEqual([
      ['540 g', 'key-1'],
      ['540 g', 'key-1'],
      ['540 g', 'key-1'],
    ]);
    expect(done).toHaveBeenCalledTimes(1);
    expect([result.current.away, result.current.busy, result.current.error]).toEqual([false, false, null]);
  });

  it('stops when it is refused, and when its page was left', async () => {
    vi.useFakeTimers();
    const send = vi.fn<(body: string, key: string) => Promise<string>>(() => Promise.reject(refused));
    const first = renderHook(() => useSend(send, () => undefined), { wrapper });
    act(() => first.result.current.go('540 g', 'key-1'));
    await act(() => vi.advanceTimersByTimeAsync(9000));
    expect([send.mock.calls.length, first.result.current.error?.status]).toEqual([1, 422]);

    const lost = vi.fn<(body: string, key: string) => Promise<string>>(() => Promise.reject(away));
    const second = renderHook(() => useSend(lost, () => undefined), { wrapper });
    act(() => second.result.current.go('540 g', 'key-2'));
    await act(() => vi.advanceTimersByTimeAsync(100));
    second.unmount();
    await act(() => vi.advanceTimersByTimeAsync(20_000));
    expect(lost.mock.calls.length).toBeLessThanOrEqual(2);
  });
});

describe('a kept form', () => {
  const fresh = () => ({ mass: '', losses: [] as { mass: string }[], note: null as string | null });

  it('is there again after a reload, nested parts and all, and gone once it was logged', () => {
    const before = renderHook(() => useKept('bench', fresh));
    act(() => before.result.current[1]({ mass: '540' }));
    act(() => before.result.current[1]({ losses: [{ mass: '12' }, { mass: '' }], note: 'tips' }));
    expect(before.result.current[0]).toEqual({ mass: '540', losses: [{ mass: '12' }, { mass: '' }], note: 'tips' });
    before.unmount();
    const after = renderHook(() => useKept('bench', fresh));
    expect(after.result.current[0]).toEqual({ mass: '540', losses: [{ mass: '12' }, { mass: '' }], note: 'tips' });
    act(() => after.result.current[1]({ losses: [] }));
    expect(after.result.current[0].losses).toEqual([]);
    act(() => after.result.current[2]());
    expect(after.result.current[0]).toEqual(fresh());
    expect(renderHook(() => useKept('bench', fresh)).result.current[0]).toEqual(fresh());
  });

  it('takes several changes of one moment, and one after it was emptied', () => {
    const { result } = renderHook(() => useKept('bench', fresh));
    act(() => {
      result.current[1]({ mass: '1' });
      result.current[1]({ note: 'a' });
      result.current[2]();
      result.current[1]({ note: 'b' });
    });
    expect(result.current[0]).toEqual({ mass: '', losses: [], note: 'b' });
  });
});
