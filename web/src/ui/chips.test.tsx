// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Button } from './Button';
import { TextField } from './TextField';
import { WordChips } from './WordChips';

afterEach(cleanup);

const words = [
  { value: 'damp', word: 'damp' },
  { value: 'dry', word: 'dry' },
  { value: 'wet', word: 'wet' },
] as const;

describe('chips', () => {
  it('are one stop for the keyboard, within which arrows lead round', () => {
    const chosen = vi.fn();
    render(<WordChips label="State" value="dry" words={words} onChange={chosen} />);
    const chip = (name: string) => screen.getByRole('button', { name });
    const stops = () => screen.getAllByRole('button').filter((b) => b.tabIndex === 0);
    expect(stops()).toEqual([chip('dry')]);
    expect(chip('dry').getAttribute('aria-pressed')).toBe('true');
    chip('dry').focus();
    for (const [key, name] of [
      ['ArrowRight', 'wet'],
      ['ArrowRight', 'damp'],
      ['ArrowLeft', 'wet'],
      ['Home', 'damp'],
      ['End', 'wet'],
      ['ArrowUp', 'dry'],
    ] as const) {
      fireEvent.keyDown(document.activeElement!, { key });
      expect(document.activeElement).toBe(chip(name));
      expect(stops()).toEqual([chip(name)]);
    }
    // An arrow chooses nothing: that is a tap or the space bar.
    expect(chosen).not.toHaveBeenCalled();
    fireEvent.click(chip('wet'));
    expect(chosen).toHaveBeenCalledExactlyOnceWith('wet');
  });

  it('choose nothing while they are switched off', () => {
    const chosen = vi.fn();
    render(<WordChips label="State" value="dry" words={words} onChange={chosen} disabled />);
    fireEvent.click(screen.getByRole('button', { name: 'wet' }));
    expect(chosen).not.toHaveBeenCalled();
  });
});

describe('a field', () => {
  it('is labelled, says what is against it, and is a list, lines or a line', () => {
    render(
      <>
        <TextField label="Notes" value="rain" onChange={() => undefined} multiline error helperText="too long" />
        <TextField
          label="State"
          value="b"
          onChange={() => undefined}
          options={['a', 'b'].map((o) => (
            <option key={o}>{o}</option>
          ))}
        />
        <TextField label="Email" name="email" type="email" required />
      </>,
    );
    const notes = screen.getByLabelText('Notes');
    expect(notes.tagName).toBe('TEXTAREA');
    expect(notes.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(notes.getAttribute('aria-describedby')!)?.textContent).toBe('too long');
    expect(screen.getByLabelText<HTMLSelectElement>('State').value).toBe('b');
    expect(screen.getByLabelText(/^Email/).getAttribute('type')).toBe('email');
  });
});

describe('a button', () => {
  it('sends no form unless it is said to, and as a link says that it is switched off', () => {
    const sent = vi.fn((e: React.FormEvent) => e.preventDefault());
    render(
      <form onSubmit={sent}>
        <Button>aside</Button>
        <Button component="a" href="/" disabled>
          there
        </Button>
        <Button type="submit">send</Button>
      </form>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'aside' }));
    expect(sent).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'send' }));
    expect(sent).toHaveBeenCalledOnce();
    const link = screen.getByText('there');
    expect([link.getAttribute('aria-disabled'), link.tabIndex]).toEqual(['true', -1]);
  });
});
