// @vitest-environment jsdom
import { render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { whenShown } from './whenShown';

it('says that a part could not be fetched, and fetches it when it is shown once more', async () => {
  let line = false;
  const Part = whenShown(() =>
    line ? Promise.resolve(({ word }: { word: string }) => <p>{word}</p>) : Promise.reject(new Error('no line')),
  );
  const first = render(<Part word="combed" />);
  expect(await screen.findByText(/could not be fetched/)).toBeTruthy();
  first.unmount();
  line = true;
  render(<Part word="combed" />);
  expect(await screen.findByText('combed')).toBeTruthy();
  expect(screen.queryByText(/could not be fetched/)).toBeNull();
});
