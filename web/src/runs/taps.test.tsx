// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, Problem, queryClient, type Schema } from '../api/client';
import { emptying, keepTaps, useRunActs, useTap, useUnlikely, useUnseenTaps } from './taps';
import type { Run } from './queries';

const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>
);

const runOf = (taps: string[], lastEvent: string | null = null) =>
  ({ id: 'R', craft: 'comb', taps, details: { craft: 'comb', lastEvent } }) as unknown as Run;

const transfer = (time: string) => ({ kind: 'transferFibre', at: `2026-05-14T${time}Z` }) as const;

type Sent = { path: string; key: string | undefined; body: Schema['RunCommand'] & { eventId?: string } };

/** A server that answers each tap only when it is let to. */
function slowServer() {
  const answers: { take: (run: Run) => void; refuse: (problem: Problem) => void }[] = [];
  const sent: Sent[] = [];
  vi.spyOn(api, 'POST').mockImplementation(((
    path: string,
    { body, params }: { body: Sent['body']; params: { header?: Record<string, string> } },
  ) => {
    sent.push({ path, key: params.header?.['Idempotency-Key'], body });
    return new Promise((take, refuse) => answers.push({ take: (data) => take({ data }), refuse }));
  }) as never);
  return {
    sent,
    answer: (run = runOf([])) => act(() => answers.shift()?.take(run)),
    refuse: (problem = new Problem(422, 'refused', 'It cannot be.')) => act(() => answers.shift()?.refuse(problem)),
  };
}

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  queryClient.clear();
  localStorage.clear();
  // Something typed: the next tap is not the same touch as the last of the test before.
  document.dispatchEvent(new Event('input'));
});

/** Time that is wound by hand. */
function handClock() {
  let now = 1000;
  vi.spyOn(performance, 'now').mockImplementation(() => now);
  return (ms: number) => (now += ms);
}

describe('taps on a slow line', () => {
  it('are each one of their own, in their order, though none is answered; two touches within a moment are one', async () => {
    const server = slowServer();
    const pass = handClock();
    const { result } = renderHook(() => ({ tap: useTap('R'), seen: useUnseenTaps(runOf([])) }), { wrapper });
    const taken: boolean[] = [];
    const tap = (time: string) => act(() => void taken.push(result.current.tap.send(transfer(time))));
    for (const [ms, time] of [
      [0, '10:00:00'],
      [60, '10:00:00.06'],
      [150, '10:00:00.2'],
      [150, '10:00:00.4'],
    ] as const) {
      pass(ms);
      tap(time);
    }
    expect(taken).toEqual([true, false, true, true]);
    expect(result.current.seen).toHaveLength(3);
    // One after the other, each with a key of its own.
    for (let i = 1; i <= 3; i++) {
      await waitFor(() => expect(server.sent).toHaveLength(i));
      server.answer();
    }
    await waitFor(() => expect(result.current.tap.busy).toBe(false));
    expect(server.sent.map((s) => s.body.at!.slice(11, 21))).toEqual(['10:00:00Z', '10:00:00.2', '10:00:00.4']);
    expect(new Set(server.sent.map((s) => s.key)).size).toBe(3);
    expect(result.current.seen).toEqual([]);
  });

  it('are two within a moment where one was a foot switch and one a button, which two limbs can', () => {
    slowServer();
    handClock();
    const { result } = renderHook(() => useTap('R'), { wrapper });
    const button = document.body.appendChild(document.createElement('button'));
    const taken: boolean[] = [];
    const tap = () => act(() => void taken.push(result.current.send(transfer('10:00:00'))));
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
    tap();
    button.click();
    tap();
    button.click();
    tap();
    button.remove();
    expect(taken).toEqual([true, true, false]);
  });

  it('are counted once where the run shows one before it is answered', async () => {
    const server = slowServer();
    const { result, rerender } = renderHook(
      ({ taps }: { taps: string[] }) => ({ tap: useTap('R'), seen: useUnseenTaps(runOf(taps)) }),
      { wrapper, initialProps: { taps: [] as string[] } },
    );
    act(() => void result.current.tap.send(transfer('10:00:00')));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(result.current.seen).toHaveLength(1);
    rerender({ taps: [server.sent[0]!.key!] });
    expect(result.current.seen).toEqual([]);
    server.answer();
  });

  it('empty their field at once; what is refused is said and comes back, unless something was typed meanwhile', async () => {
    const server = slowServer();
    const pass = handClock();
    const { result } = renderHook(() => useTap('R'), { wrapper });
    let field = '37';
    const set = (change: (now: string) => string) => (field = change(field));
    const weigh = (mass: string) =>
      act(
        () => void result.current.send({ kind: 'weighRack', mass, at: '2026-05-14T10:00:00Z' }, emptying([mass, set])),
      );
    weigh('37');
    expect(field).toBe('');
    field = '36';
    pass(500);
    weigh('36');
    expect(field).toBe('');
    await waitFor(() => expect(server.sent).toHaveLength(1));
    server.refuse();
    await waitFor(() => expect(field).toBe('37'));
    expect(result.current.error?.message).toContain('It cannot be.');
    field = '35';
    await waitFor(() => expect(server.sent).toHaveLength(2));
    server.refuse();
    await waitFor(() => expect(result.current.busy).toBe(false));
    expect([field, server.sent.map((s) => (s.body as { mass: string }).mass)]).toEqual(['35', ['37', '36']]);
  });

  it('that hardly can be are asked about: the answer is sent as it was meant, or as it was typed, or the field holds it again', async () => {
    const server = slowServer();
    const pass = handClock();
    const { result } = renderHook(() => ({ tap: useTap('R'), asked: useUnlikely('R') }), { wrapper });
    let field = '';
    const set = (change: (now: string) => string) => (field = change(field));
    const question = new Problem(422, 'refused', '43 g? A load here is 5 g.', [
      { field: 'noil', code: 'unlikely', reason: '43 g? A load here is 5 g.', choices: ['4.3 g'] },
    ]);
    const combed = { kind: 'combOneLoad', top: '4', noil: '43', at: '2026-05-14T10:00:00Z' } as const;
    const tap = async (times: number) => {
      pass(500);
      act(() => void result.current.tap.send(combed, emptying(['43', set])));
      await waitFor(() => expect(server.sent).toHaveLength(times));
      server.refuse(question);
      await waitFor(() => expect(result.current.asked).toHaveLength(1));
    };
    await tap(1);
    expect([field, result.current.tap.error]).toEqual(['', null]);
    const [first] = result.current.asked;
    act(() => {
      first!.was('4.3 g');
      first!.was('4.3 g');
    });
    await waitFor(() => expect(server.sent).toHaveLength(2));
    server.answer();
    await tap(3);
    act(() => result.current.asked[0]!.isSo());
    await waitFor(() => expect(server.sent).toHaveLength(4));
    server.answer();
    await tap(5);
    act(() => result.current.asked[0]!.anew());
    expect(field).toBe('43');
    await waitFor(() => expect(result.current.asked).toEqual([]));
    expect([server.sent[1]!.body, server.sent[3]!.body]).toEqual([
      { ...combed, noil: '4.3 g' },
      { ...combed, asTyped: true },
    ]);
    expect(new Set(server.sent.map((s) => s.key)).size).toBe(5);
  });

  it('take back the one that was seen last when it was pressed', async () => {
    const server = slowServer();
    const pass = handClock();
    const { result } = renderHook(
      () => ({ tap: useTap('R'), acts: useRunActs('R'), seen: useUnseenTaps(runOf([], 'event-0')) }),
      { wrapper },
    );
    act(() => void result.current.tap.send(transfer('10:00:00')));
    pass(500);
    act(() => void result.current.tap.send(transfer('10:00:01')));
    act(() => result.current.acts.withdrawLast('event-0'));
    await waitFor(() => expect(result.current.seen).toHaveLength(1));
    // And the one before it; then what the run showed already, and that once.
    act(() => {
      for (let i = 0; i < 3; i++) result.current.acts.withdrawLast('event-0');
    });
    await waitFor(() => expect(result.current.seen).toEqual([]));
    for (const [i, event] of ['event-1', 'event-2', null, null, null].entries()) {
      await waitFor(() => expect(server.sent).toHaveLength(i + 1));
      server.answer(runOf([server.sent[i]!.key ?? ''], event));
    }
    await waitFor(() => expect(server.sent.filter((s) => s.path.endsWith('/withdraw'))).toHaveLength(3));
    expect(server.sent.filter((s) => s.path.endsWith('/withdraw')).map((s) => s.body.eventId)).toEqual([
      'event-2',
      'event-1',
      'event-0',
    ]);
  });

  it('take back nothing that somebody else tapped meanwhile, and say so', async () => {
    const server = slowServer();
    const { result } = renderHook(() => ({ tap: useTap('R'), acts: useRunActs('R') }), { wrapper });
    act(() => void result.current.tap.send(transfer('10:00:00')));
    act(() => result.current.acts.withdrawLast(null));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    server.answer(runOf(['of somebody else', server.sent[0]!.key!], 'event-of-somebody-else'));
    await waitFor(() => expect(result.current.acts.error?.message).toContain('Somebody went on meanwhile'));
    expect(server.sent).toHaveLength(1);
  });

  it('take back over a reload what is known by then', async () => {
    const server = slowServer();
    keepTaps();
    const { result } = renderHook(() => ({ tap: useTap('R'), acts: useRunActs('R') }), { wrapper });
    act(() => void result.current.tap.send(transfer('10:00:00')));
    act(() => result.current.acts.withdrawLast(null));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    server.answer(runOf([server.sent[0]!.key!], 'event-1'));
    await waitFor(() => expect(server.sent).toHaveLength(2));
    const kept = Object.keys(localStorage).map((name) => JSON.parse(localStorage.getItem(name)!) as object);
    expect(kept).toMatchObject([{ takesBack: { event: 'event-1' } }]);
    server.answer(runOf([], null));
  });
});
