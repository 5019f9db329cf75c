// @vitest-environment jsdom
import { act, cleanup, render } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { useLast, useLater } from './useLater';

afterEach(cleanup);

/** What was drawn, picture by picture. */
async function pictures(wide: boolean) {
  vi.stubGlobal('matchMedia', () => ({ matches: wide, addEventListener: () => {}, removeEventListener: () => {} }));
  const drawn: [later: boolean, last: boolean][] = [];
  const Page = () => {
    drawn.push([useLater(), useLast()]);
    return null;
  };
  await act(async () => {
    render(<Page />);
  });
  return drawn;
}

it('leaves to the second picture of a phone what its first screen has no room for, and some of it to a third', async () => {
  expect(await pictures(false)).toEqual([
    [false, false],
    [true, false],
    [true, true],
  ]);
});

it('draws all at once where the window is wide', async () => {
  expect(await pictures(true)).toEqual([[true, true]]);
});
