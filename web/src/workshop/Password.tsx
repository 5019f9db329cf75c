import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { api } from '../api/client';
import { useSession } from '../api/queries';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { useChange } from '../api/change';

/** One's own password, changed by whoever knows the old one. */
export function Password() {
  const session = useSession();
  const [form, setForm] = useState({ current: '', password: '' });
  const [done, setDone] = useState(false);
  const saving = useChange(
    () => api.POST('/api/session/password', { body: form }),
    () => {
      setForm({ current: '', password: '' });
      setDone(true);
    },
  );
  if (session.data?.isDemo) return null;
  const set = (part: Partial<typeof form>) => {
    saving.clear();
    setDone(false);
    setForm({ ...form, ...part });
  };
  const save = (e: FormEvent) => {
    e.preventDefault();
    saving.go();
  };
  return (
    <Section title="Your password">
      <Box component="form" noValidate onSubmit={save} sx={{ display: 'grid', gap: 1.5, maxWidth: 420 }}>
        <TextField
          type="password"
          label="The one you have"
          autoComplete="current-password"
          value={form.current}
          onChange={(e) => set({ current: e.target.value })}
          error={!!saving.at('current')}
          helperText={saving.at('current')}
        />
        <TextField
          type="password"
          label="The new one"
          autoComplete="new-password"
          value={form.password}
          onChange={(e) => set({ password: e.target.value })}
          error={!!saving.at('password')}
          helperText={saving.at('password') ?? 'Ten characters or more. Every other browser is signed out.'}
        />
        <ProblemNotice error={saving.whole} />
        {done && <Notice tone="kept">Changed. Every other browser is signed out.</Notice>}
        <Button
          type="submit"
          disabled={!form.current || !form.password}
          sx={{ justifySelf: 'start' }}
          variant="outlined"
        >
          Change it
        </Button>
      </Box>
    </Section>
  );
}
