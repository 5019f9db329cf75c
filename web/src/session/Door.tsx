import { clsx } from 'clsx';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { Navigate } from 'react-router';
import { api, queryClient } from '../api/client';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { FleeceLine } from './FleeceLine';
import { useChanges } from '../api/change';
import { Row } from '../ui/layouts';
import styles from './Door.module.css';

const title = { in: 'Your own workshop', new: 'A new workshop', reset: 'A new password' };
const act = { in: 'Sign in', new: 'Open the workshop', reset: 'Set it and sign in' };

/** Where one comes in: the demo in one tap, a workshop of one's own, or signing in. */
export function Door() {
  const session = useSession();
  const [way, setWay] = useState<'in' | 'new' | 'reset'>('in');
  // A new workshop of one's own says first what it counts in.
  const [founding, setFounding] = useState(false);
  const entering = useChanges(() => queryClient.resetQueries());
  const busy = entering.busy;
  // Whether there is a demo decides the layout: nothing is shown that would move under the finger.
  if (session.isPending) return null;
  if (session.data?.signedIn && session.data.workshop) return <Navigate to={founding ? '/begin' : '/'} replace />;

  const submit = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = new FormData(e.currentTarget);
    const field = (name: string) => String(form.get(name) ?? '').trim();
    const [email, password] = [field('email'), field('password')];
    if (way === 'reset') {
      entering.go(async () => {
        await api.POST('/api/session/reset', { body: { email, password, code: field('code') } });
        await api.POST('/api/session', { body: { email, password } });
      });
      return;
    }
    setFounding(way === 'new' && !field('invitationCode'));
    entering.go(() =>
      way === 'in'
        ? api.POST('/api/session', { body: { email, password } })
        : api.POST('/api/session/register', {
            body: {
              email,
              password,
              name: field('name'),
              workshopName: field('workshopName') || null,
              invitationCode: field('invitationCode') || null,
              timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
            },
          }),
    );
  };
  const go = (to: typeof way) => {
    entering.clear();
    setWay(to);
  };
  const at = entering.at;

  return (
    <main className={styles.door}>
      <h1 className={styles.title}>Earthy Tuft</h1>
      <p className={styles.sentence}>
        A working log for people who scour, card and comb. Put the fleece on the scale, type one number; the sums, the
        record and the missing grams are looked after here.
      </p>
      <FleeceLine />
      <div className={clsx(styles.ways, session.data?.demoOffered && styles.two)}>
        {session.data?.demoOffered && (
          <section>
            <h2>Look around first</h2>
            <p className={styles.doorSentence}>
              The demo is an invented shed with ten fleeces at every stage, made for this browser alone. Log in it what
              you like; nobody is waiting for that wool, and after a week without a visit it is gone.
            </p>
            <Button
              variant="contained"
              size="large"
              disabled={busy}
              onClick={() => entering.go(() => api.POST('/api/session/demo'))}
            >
              Walk into the demo workshop
            </Button>
          </section>
        )}
        <section className={styles.own}>
          <h2>{title[way]}</h2>
          <form className={styles.form} onSubmit={submit} key={way}>
            {way === 'new' && (
              <TextField
                name="name"
                label="Your name"
                required
                autoComplete="name"
                error={!!at('name')}
                helperText={at('name')}
              />
            )}
            <TextField
              name="email"
              type="email"
              label="Email"
              required
              autoComplete="email"
              error={!!at('email')}
              helperText={at('email')}
            />
            {way === 'reset' && (
              <TextField
                name="code"
                label="Code"
                required
                autoComplete="one-time-code"
                error={!!at('code')}
                helperText={at('code') ?? 'from the owner of your workshop, or from whoever runs the server'}
              />
            )}
            <TextField
              name="password"
              type="password"
              label={way === 'reset' ? 'New password' : 'Password'}
              required
              autoComplete={way === 'in' ? 'current-password' : 'new-password'}
              error={!!at('password')}
              helperText={at('password') ?? (way === 'in' ? undefined : 'Ten characters or more; any will do.')}
            />
            {way === 'new' && (
              <>
                <TextField
                  name="workshopName"
                  label="Name of the workshop"
                  helperText="Leave empty to use your own name."
                />
                <TextField
                  name="invitationCode"
                  label="Invitation code, if you have one"
                  error={!!at('invitationCode')}
                  helperText={at('invitationCode') ?? 'With a code you join that workshop instead.'}
                />
              </>
            )}
            <ProblemNotice error={entering.besides('name', 'email', 'password', 'code', 'invitationCode')} />
            <Row align="center" gap={2}>
              <Button type="submit" variant={session.data?.demoOffered ? 'outlined' : 'contained'} disabled={busy}>
                {act[way]}
              </Button>
              <Link component="button" type="button" onClick={() => go(way === 'in' ? 'new' : 'in')}>
                {way === 'in' ? 'I am new here' : 'I have been here before'}
              </Link>
              {way === 'in' && (
                <Link component="button" type="button" onClick={() => go('reset')}>
                  I forgot my password
                </Link>
              )}
            </Row>
          </form>
        </section>
      </div>
    </main>
  );
}
