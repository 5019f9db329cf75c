import { useState, type KeyboardEvent } from 'react';
import { ButtonBase } from './ButtonBase';
import { Row } from './layouts';
import styles from './WordChips.module.css';

interface Props<T extends string> {
  label: string;
  value: T;
  words: readonly { value: T; word: string; means?: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
}

/** Where an arrow leads from a place among so many, going round; nothing for other keys. */
function nextPlace(key: string, at: number, of: number): number | null {
  if (key === 'ArrowRight' || key === 'ArrowDown') return (at + 1) % of;
  if (key === 'ArrowLeft' || key === 'ArrowUp') return (at + of - 1) % of;
  if (key === 'Home') return 0;
  if (key === 'End') return of - 1;
  return null;
}

/** A few words to choose one from, each as large as a thumb; one stop for the keyboard, within which arrows lead on. */
export function WordChips<T extends string>({ label, value, words, onChange, disabled }: Props<T>) {
  const [stop, setStop] = useState<T | null>(null);
  const has = (one: T | null) => words.some((w) => w.value === one);
  const stopAt = has(stop) ? stop : has(value) ? value : words[0]?.value;
  const go = (e: KeyboardEvent<HTMLElement>) => {
    const chips = [...e.currentTarget.querySelectorAll('button')];
    const place = nextPlace(e.key, chips.indexOf(e.target as HTMLButtonElement), chips.length);
    if (place === null) return;
    e.preventDefault();
    chips[place]?.focus();
  };
  return (
    <Row gap={0.75} role="group" aria-label={label} onKeyDown={go}>
      {words.map((w) => (
        <ButtonBase
          key={w.value}
          className={styles.chip}
          value={w.value}
          title={w.means}
          aria-pressed={w.value === value}
          disabled={disabled}
          tabIndex={w.value === stopAt ? 0 : -1}
          onFocus={() => setStop(w.value)}
          onClick={() => onChange(w.value)}
        >
          {w.word}
        </ButtonBase>
      ))}
    </Row>
  );
}
