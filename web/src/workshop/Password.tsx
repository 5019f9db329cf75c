import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { api, Problem } from '../api/client';
import { useSession } from '../api/queries';
import { Notice, ProblemNotice, Section } from '../ui/Notices';

/** One's own password, changed by whoever knows the old one. */
export function Password() {
  const session = useSession();
  const [form, setForm] = useState({ current: '', password: '' });
  const [error, setError] = useState<unknown>(null);
  const [done, setDone] = useState(false);
  if (session.data?.isDemo) return null;
  const set = (part: Partial<typeof form>) => {
    setError(null);
    setDone(false);
    setForm({ ...form, ...part });
  };
  const at = (field: string) => (error instanceof Problem ? error.at(field) : undefined);
  const save = async (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    try {
      await api.POST('/api/session/password', { body: form });
      setForm({ current: '', password: '' });
      setDone(true);
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <Section title="Your password">
      <Box component="form" noValidate onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 1.5, maxWidth: 420 }}>
        <TextField
          type="password"
          label="The one you have"
          autoComplete="current-password"
          value={form.current}
          onChange={(e) => set({ current: e.target.value })}
          error={!!at('current')}
          helperText={at('current')}
        />
        <TextField
          type="password"
          label="The new one"
          autoComplete="new-password"
          value={form.password}
          onChange={(e) => set({ password: e.target.value })}
          error={!!at('password')}
          helperText={at('password') ?? 'Ten characters or more. Every other browser is signed out.'}
        />
        <ProblemNotice error={error instanceof Problem && error.refusals.length > 0 ? null : error} />
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
