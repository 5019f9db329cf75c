import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { server } from '../api/client';
import typography from '../ui/typography.module.css';
import { parentage } from '../ui/words';
import styles from './FindBox.module.css';

export interface FindListProps {
  word: string;
  setWord: (word: string) => void;
}

/** The find box with what is found under it; it takes the focus over from the field it stands in for. */
export function FindList({ word, setWord }: FindListProps) {
  // Whoever has gone on meanwhile is not called back.
  const [stays] = useState(() => document.activeElement?.hasAttribute('data-find') ?? false);
  const navigate = useNavigate();
  const found = server.useQuery(
    'get',
    '/api/find',
    { params: { query: { q: word } } },
    { enabled: word.trim().length > 0, placeholderData: (old) => old },
  );
  return (
    <Autocomplete
      className={styles.find}
      options={word.trim() ? (found.data ?? []) : []}
      filterOptions={(all) => all}
      getOptionLabel={(f) => f.code}
      getOptionKey={(f) => `${f.kind} ${f.code}`}
      inputValue={word}
      // What was typed while this was fetched has its list at once.
      openOnFocus={word !== ''}
      value={null}
      onInputChange={(_, value, why) => {
        // Once it is there it would begin empty.
        if (why !== 'reset') setWord(value);
      }}
      onChange={(_, f) => {
        if (!f) return;
        setWord('');
        void navigate(f.kind === 'breed' ? '/breeds' : `/${f.kind}s/${f.code}`);
      }}
      noOptionsText={word.trim() ? 'Nothing by that name' : 'A code, a breed, a form, a person, a word of your notes'}
      renderOption={({ key, ...props }, f) => (
        <li key={key} {...props}>
          <span>
            {f.kind === 'animal' ? (
              <strong>{f.title}</strong>
            ) : (
              <>
                <strong>{f.code}</strong> {parentage(f.title)}
              </>
            )}{' '}
            <span className={typography.quiet}>{f.detail}</span>
          </span>
        </li>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          autoFocus={stays}
          label="Find a lot, breed or sample"
          slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, 'data-find': '' } }}
        />
      )}
    />
  );
}
