import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { api } from '../api/client';
import { useSession } from '../api/queries';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { useChange } from '../api/change';
import { useFields } from '../ui/useFields';
import layout from '../ui/layout.module.css';
import styles from './Password.module.css';

/** One's own password, changed by whoever knows the old one. */
export function Password() {
  const session = useSession();
  const [done, setDone] = useState(false);
  const saving = useChange(
    (body: { current: string; password: string }) => api.POST('/api/session/password', { body }),
    () => setDone(true),
  );
  const { values, text, reset } = useFields(
    { current: '', password: '' },
    {
      at: saving.at,
      clear: () => {
        setDone(false);
        saving.clear();
      },
    },
  );
  if (session.data?.isDemo) return null;
  const save = (e: FormEvent) => {
    e.preventDefault();
    saving.go(values, { onSuccess: reset });
  };
  return (
    <Section title="Your password">
      <form className={styles.form} noValidate onSubmit={save}>
        <TextField type="password" label="The one you have" autoComplete="current-password" {...text('current')} />
        <TextField
          type="password"
          label="The new one"
          autoComplete="new-password"
          {...text('password', 'Ten characters or more. Every other browser is signed out.')}
        />
        <ProblemNotice error={saving.besides('current', 'password')} />
        {done && <Notice tone="kept">Changed. Every other browser is signed out.</Notice>}
        <Button
          className={layout.selfStart}
          type="submit"
          disabled={!values.current || !values.password}
          variant="outlined"
        >
          Change it
        </Button>
      </form>
    </Section>
  );
}
