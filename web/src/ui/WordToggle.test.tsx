// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { WordToggle } from './WordToggle';

afterEach(cleanup);

const words = [
  { value: 'damp', word: 'damp' },
  { value: 'dry', word: 'dry' },
] as const;

describe('words to choose one from', () => {
  it('tell which is chosen, and a second tap on it leaves it chosen', () => {
    const chosen = vi.fn();
    render(<WordToggle label="State" value="dry" words={words} onChange={chosen} />);
    const word = (name: string) => screen.getByRole('button', { name });
    expect([word('damp'), word('dry')].map((b) => b.getAttribute('aria-pressed'))).toEqual(['false', 'true']);
    fireEvent.click(word('damp'));
    expect(chosen).toHaveBeenLastCalledWith('damp');
    fireEvent.click(word('dry'));
    expect(chosen).toHaveBeenLastCalledWith('dry');
  });

  it('choose nothing while they are switched off', () => {
    const chosen = vi.fn();
    render(<WordToggle label="State" value="dry" words={words} onChange={chosen} disabled />);
    fireEvent.click(screen.getByRole('button', { name: 'damp' }));
    expect(chosen).not.toHaveBeenCalled();
  });
});
