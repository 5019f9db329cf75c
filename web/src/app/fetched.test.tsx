// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { fetched } from './fetched';
import { Unbroken } from './Unbroken';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.restoreAllMocks();
});

const Bench = ({ lot }: { lot: string }) => <p>bench of {lot}</p>;

describe('a component with a script of its own', () => {
  it('is drawn at once where that was fetched, and asked for once', async () => {
    const load = vi.fn(async () => Bench);
    const Later = fetched(load);
    await Promise.all([Later.fetch(), Later.fetch()]);
    // Outside of any Suspense: it must not wait.
    render(<Later lot="F-01" />);
    expect(screen.getByText('bench of F-01')).toBeTruthy();
    expect(load).toHaveBeenCalledOnce();
  });

  it('is waited for where it was not', async () => {
    let come: (bench: typeof Bench) => void = () => {};
    const Later = fetched(() => new Promise<typeof Bench>((go) => (come = go)));
    await act(async () => {
      render(
        <Suspense fallback="waiting">
          <Later lot="F-02" />
        </Suspense>,
      );
    });
    expect(screen.getByText('waiting')).toBeTruthy();
    await act(async () => come(Bench));
    expect(screen.getByText('bench of F-02')).toBeTruthy();
  });

  it('says that it could not be fetched, and is asked for again somewhat later when one comes back', async () => {
    vi.useFakeTimers();
    vi.spyOn(console, 'error').mockImplementation(() => {});
    const load = vi.fn<() => Promise<typeof Bench>>().mockRejectedValueOnce(new Error('no way there'));
    load.mockResolvedValue(Bench);
    const Later = fetched(load);
    const page = (at: string) => (
      <Unbroken at={at}>
        <Suspense fallback="waiting">{at === '/bench' ? <Later lot="F-03" /> : 'elsewhere'}</Suspense>
      </Unbroken>
    );
    const { rerender } = await act(async () => render(page('/bench')));
    expect(screen.getByRole('heading', { name: 'This page could not be shown' })).toBeTruthy();
    expect(screen.getByText('no way there')).toBeTruthy();
    // Shown again and again it would be asked for without end.
    rerender(page('/bench'));
    expect(load).toHaveBeenCalledOnce();

    rerender(page('/'));
    expect(screen.getByText('elsewhere')).toBeTruthy();
    await act(async () => vi.advanceTimersByTime(6000));
    await act(async () => rerender(page('/bench')));
    expect(screen.getByText('bench of F-03')).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(2);
  });
});
