// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import TextField from '@mui/material/TextField';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { NumberField } from './NumberField';
import { TemperatureField } from './TemperatureField';
import { useFields } from './useFields';

afterEach(cleanup);

const says = (label: string) => {
  const field = screen.getByLabelText<HTMLInputElement>(label);
  const help = field.getAttribute('aria-describedby');
  return [field.value, field.getAttribute('aria-invalid'), help ? document.getElementById(help)?.textContent : null];
};

function Form({ refusing, sent }: { refusing?: Parameters<typeof useFields>[1]; sent: (values: object) => void }) {
  const { values, field, text, reset } = useFields({ grams: '12', warmth: '', name: 'Ash' }, refusing);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        sent(values);
      }}
    >
      <NumberField label="Grams" {...field('grams', 'massGrams')} />
      <TemperatureField label="It is now" sign="°F" {...field('warmth')} />
      <TextField label="Name" {...text('name', 'what it is called')} />
      <button>send</button>
      <button type="button" onClick={reset}>
        anew
      </button>
    </form>
  );
}

describe('fields of a form', () => {
  it('hold what is typed, say what the server refuses at them, and begin anew', () => {
    const clear = vi.fn();
    const sent = vi.fn();
    const at = (field: string) =>
      field === 'massGrams' ? 'That is too much.' : field === 'name' ? 'Taken.' : undefined;
    render(<Form refusing={{ at, clear }} sent={sent} />);
    expect(says('Grams')).toEqual(['12', 'true', 'That is too much.']);
    expect(says('Name')).toEqual(['Ash', 'true', 'Taken.']);
    fireEvent.change(screen.getByLabelText('Grams'), { target: { value: '13,5' } });
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Fen' } });
    expect(clear).toHaveBeenCalledTimes(2);
    fireEvent.click(screen.getByText('send'));
    expect(sent).toHaveBeenLastCalledWith({ grams: '13,5', warmth: '', name: 'Fen' });
    fireEvent.click(screen.getByText('anew'));
    fireEvent.click(screen.getByText('send'));
    expect(sent).toHaveBeenLastCalledWith({ grams: '12', warmth: '', name: 'Ash' });
  });

  it('say that a figure or a temperature does not read, once the field is left or entered, and not before', () => {
    render(<Form sent={() => undefined} />);
    const warmth = screen.getByLabelText('It is now, °F');
    fireEvent.focus(warmth);
    fireEvent.change(warmth, { target: { value: 'hot' } });
    expect(says('It is now, °F')[1]).toBe('false');
    fireEvent.keyDown(warmth, { key: 'Enter' });
    expect(says('It is now, °F')).toEqual(['hot', 'true', 'That does not read as a temperature.']);
    fireEvent.change(warmth, { target: { value: '54,5 °C' } });
    fireEvent.blur(warmth);
    expect(says('It is now, °F')[1]).toBe('false');
    const grams = screen.getByLabelText('Grams');
    fireEvent.change(grams, { target: { value: '12-13' } });
    fireEvent.blur(grams);
    expect(says('Grams')[1]).toBe('true');
  });
});
