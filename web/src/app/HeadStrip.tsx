import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, queryClient, type Schema, server, setToken } from '../api/client';
import { Help } from '../help/Help';
import { HeadInstruments } from '../instruments/HeadInstruments';
import { parentage } from '../ui/words';
import { useChange } from '../api/change';

export function HeadStrip({ session }: { session: Schema['SessionState'] }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [openAt, setOpenAt] = useState<string | null>(null);
  // Going somewhere folds it again.
  const open = openAt === pathname;
  const setOpen = (on: boolean) => setOpenAt(on ? pathname : null);
  const leaving = useChange(
    () => api.DELETE('/api/session'),
    () => {
      setToken(null);
      queryClient.clear();
      void navigate('/door');
    },
  );
  return (
    <Box
      component="header"
      sx={{
        display: 'flex',
        '@media print': { display: 'none' },
        alignItems: 'center',
        columnGap: { xs: 2, md: 1.5 },
        flexWrap: { xs: 'wrap', lg: 'nowrap' },
        px: { xs: 2, md: 3 },
        py: { xs: 0.25, md: 1 },
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Typography component="p" sx={{ fontFamily: 'h2.fontFamily', typography: 'h2', mr: 'auto' }}>
        {session.workshop?.name}
      </Typography>
      <Button
        size="small"
        aria-expanded={open}
        aria-controls="head-more"
        onClick={() => setOpen(!open)}
        sx={{ display: { md: 'none' } }}
      >
        {open ? 'Close' : 'Find and more'}
      </Button>
      <Box
        id="head-more"
        sx={{
          // On a phone it is folded away: the screen belongs to the number.
          display: { xs: open ? 'flex' : 'none', md: 'contents' },
          flexWrap: 'wrap',
          gap: 1.5,
          width: '100%',
          pb: 1,
        }}
      >
        <HeadInstruments />
        <FindBox />
        <Help />
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography component="span" sx={{ color: 'text.secondary' }}>
            {session.name}
            {session.workshop?.role === 'looker' ? ' (looks only)' : ''}
          </Typography>
          <Button size="small" onClick={() => leaving.go()}>
            Leave
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

function FindBox() {
  const [word, setWord] = useState('');
  const navigate = useNavigate();
  const found = server.useQuery(
    'get',
    '/api/find',
    { params: { query: { q: word } } },
    { enabled: word.trim().length > 0, placeholderData: (old) => old },
  );
  return (
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
  );
}
