import TextField from '@mui/material/TextField';
import { useState, type ComponentType } from 'react';
import styles from './FindBox.module.css';
import type { FindListProps } from './FindList';

/** Finds by code, name or word. What is found is listed by a part that is fetched when the field is first entered, and takes its place. */
export function FindBox() {
  const [word, setWord] = useState('');
  const [List, setList] = useState<ComponentType<FindListProps> | null>(null);
  if (List) return <List word={word} setWord={setWord} />;
  return (
    <TextField
      className={styles.find}
      label="Find a lot, breed or sample"
      value={word}
      onChange={(e) => setWord(e.target.value)}
      // Where it cannot be fetched it is tried again when the field is entered the next time.
      onFocus={() => void import('./FindList').then((list) => setList(() => list.FindList)).catch(() => undefined)}
      slotProps={{ htmlInput: { role: 'combobox', 'aria-expanded': false, 'data-find': '' } }}
    />
  );
}
