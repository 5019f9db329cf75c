import { clsx } from 'clsx';
import ButtonBase from '@mui/material/ButtonBase';
import { useRef, type RefObject } from 'react';
import styles from './Keypad.module.css';

interface KeypadProps {
  /** Where the weights are typed: the keys go into the one that was touched last, or into the first. */
  within: RefObject<HTMLElement | null>;
  /** The keyboard of letters is up instead. */
  letters: boolean;
  setLetters: (on: boolean) => void;
}

const keys = ['1', '2', '3', '⌫', '4', '5', '6', 'kg', '7', '8', '9', 'abc', '.', '0', '00', 'next'] as const;
const said: Partial<Record<(typeof keys)[number], string>> = {
  '⌫': 'Delete the last digit',
  '.': 'Decimal point',
  abc: 'Keyboard with letters',
  next: 'To the next weight',
};

/** Digits large enough for wet fingers, on a phone; the phone's own keyboard stays away until it is asked for. */
export function Keypad({ within, letters, setLetters }: KeypadProps) {
  const last = useRef<HTMLInputElement | null>(null);
  const weights = () => [...(within.current?.querySelectorAll<HTMLInputElement>('input[data-weight]') ?? [])];
  const target = () => {
    const all = weights();
    const focused = all.find((i) => i === document.activeElement);
    if (focused) last.current = focused;
    return last.current && all.includes(last.current) ? last.current : all[0];
  };
  const write = (input: HTMLInputElement, text: string) => {
    // As if it had been typed: the field's own rules see it.
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, text);
    input.dispatchEvent(new Event('input', { bubbles: true }));
  };
  const press = (key: (typeof keys)[number]) => {
    const input = target();
    if (!input) return;
    if (key === 'abc') {
      setLetters(!letters);
      input.blur();
      setTimeout(() => input.focus(), 50);
      return;
    }
    if (key === 'next') {
      const all = weights();
      const next = all[(all.indexOf(input) + 1) % all.length]!;
      last.current = next;
      next.focus();
      return;
    }
    if (key === '⌫') write(input, input.value.replace(/( kg|.)$/, ''));
    else if (key === 'kg') write(input, / kg$/.test(input.value) ? input.value.slice(0, -3) : `${input.value} kg`);
    else write(input, input.value + key);
  };
  return (
    <div className={styles.keypad} role="group" aria-label="Keypad" onPointerDown={(e) => e.preventDefault()}>
      {keys.map((key) => (
        <ButtonBase
          className={clsx(styles.key, /\d/.test(key) && styles.digit)}
          key={key}
          type="button"
          tabIndex={-1}
          aria-label={said[key]}
          aria-pressed={key === 'abc' ? letters : undefined}
          onClick={() => press(key)}
        >
          {key}
        </ButtonBase>
      ))}
    </div>
  );
}
