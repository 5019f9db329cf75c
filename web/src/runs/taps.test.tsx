// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, queryClient, type Schema } from '../api/client';
import { useTap } from './taps';

const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>
);

const told = (transfers: number) =>
  queryClient.setQueryData(
    ['get', '/api/runs'],
    [{ id: 'R', details: { craft: 'comb', transfers } } as unknown as Schema['RunView']],
  );

const transfer = (time: string) => ({ kind: 'transferFibre', at: `2026-05-14T${time}Z` }) as const;

/** A house that answers each tap only when it is let to. */
function slowHouse() {
  const answers: (() => void)[] = [];
  const sent: Schema['RunCommand'][] = [];
  vi.spyOn(api, 'POST').mockImplementation(((_: string, { body }: { body: Schema['RunCommand'] }) => {
    sent.push(body);
    return new Promise((answer) => answers.push(() => answer({ data: {} })));
  }) as never);
  return { sent, answer: () => act(() => answers.shift()?.()) };
}

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  queryClient.clear();
});

describe('the same tapped again', () => {
  it('is one tap of a wet finger until the run shows the first, and then another, though the first is not answered', async () => {
    const house = slowHouse();
    told(0);
    const { result } = renderHook(() => useTap('R'), { wrapper });
    const taken: boolean[] = [];
    const tap = (time: string) => act(() => void taken.push(result.current.send(transfer(time))));
    tap('10:00:00');
    tap('10:00:00.2');
    expect(taken).toEqual([true, false]);
    // The run is told anew before the tap itself is answered.
    told(1);
    tap('10:00:01');
    tap('10:00:01.1');
    expect(taken).toEqual([true, false, true, false]);
    await waitFor(() => expect(house.sent).toEqual([transfer('10:00:00')]));
    // One after the other, and none twice.
    house.answer();
    await waitFor(() => expect(house.sent).toEqual([transfer('10:00:00'), transfer('10:00:01')]));
    house.answer();
    await waitFor(() => expect(result.current.busy).toBe(false));
    expect(house.sent).toHaveLength(2);
  });

  it('is told apart by its figures, its run and whether the first was answered', async () => {
    const house = slowHouse();
    told(0);
    const one = renderHook(() => useTap('R'), { wrapper }).result;
    const other = renderHook(() => useTap('S'), { wrapper }).result;
    const weigh = (mass: string) => ({ kind: 'weighRack', mass, at: '2026-05-14T10:00:00Z' }) as const;
    let taken: boolean[] = [];
    act(() => {
      taken = [
        one.current.send(weigh('960')),
        one.current.send(weigh('950')),
        other.current.send(weigh('960')),
        one.current.send(weigh('950')),
      ];
    });
    expect(taken).toEqual([true, true, true, false]);
    for (let i = 1; i <= 3; i++) {
      await waitFor(() => expect(house.sent.length).toBeGreaterThanOrEqual(i));
      house.answer();
    }
    await waitFor(() => expect([one.current.busy, other.current.busy]).toEqual([false, false]));
    act(() => void taken.push(one.current.send(weigh('950'))));
    expect(taken.at(-1)).toBe(true);
  });
});
