import Autocomplete from '@mui/material/Autocomplete';
import { Box } from '../ui/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { server } from '../api/client';
import { Themed } from '../ui/mui/Themed';
import { parentage } from '../ui/words';

/** Finds by code, name or word. */
export function FindBox() {
  const [word, setWord] = useState('');
  const navigate = useNavigate();
  const found = server.useQuery(
    'get',
    '/api/find',
    { params: { query: { q: word } } },
    { enabled: word.trim().length > 0, placeholderData: (old) => old },
  );
  return (
    <Themed>
      <Autocomplete
        sx={{
          width: { xs: '100%', md: 'auto' },
          flex: { md: '1 1 250px' },
          maxWidth: { md: 290 },
          order: { xs: 3, md: 0 },
        }}
        options={word.trim() ? (found.data ?? []) : []}
        filterOptions={(all) => all}
        getOptionLabel={(f) => f.code}
        getOptionKey={(f) => `${f.kind} ${f.code}`}
        inputValue={word}
        value={null}
        onInputChange={(_, value) => setWord(value)}
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
              <Box component="span" sx={{ color: 'text.secondary' }}>
                {f.detail}
              </Box>
            </span>
          </li>
        )}
        renderInput={(params) => (
          <TextField
            {...params}
            label="Find a lot, breed or sample"
            slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, 'data-find': '' } }}
          />
        )}
      />
    </Themed>
  );
}
