import TextField from '@mui/material/TextField';
import { lazy, Suspense, useState } from 'react';
import styles from './FindBox.module.css';

const fetchList = async () => await import('./FindList');
const FindList = lazy(fetchList);

/** Finds by code, name or word. The list of what is found is fetched when the field is first entered. */
export function FindBox() {
  const [word, setWord] = useState('');
  const [entered, setEntered] = useState(false);
  const field = (
    <TextField
      className={styles.find}
      label="Find a lot, breed or sample"
      value={word}
      onChange={(e) => setWord(e.target.value)}
      onFocus={() => setEntered(true)}
      slotProps={{ htmlInput: { role: 'combobox', 'aria-expanded': false, 'data-find': '' } }}
    />
  );
  if (!entered) return field;
  return (
    <Suspense fallback={field}>
      <FindList word={word} setWord={setWord} />
    </Suspense>
  );
}
