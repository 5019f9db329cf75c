import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import { useState, type FormEvent } from 'react';
import { Navigate } from 'react-router';
import { api, queryClient } from '../api/client';
import { useSession } from '../api/queries';
import { tone } from '../ui/tones';
import { ProblemNotice } from '../ui/Notices';
import { FleeceLine } from './FleeceLine';
import { useChanges } from '../api/change';
import { Row } from '../ui/layouts';

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
    <Box component="main" sx={{ maxWidth: 980, mx: 'auto', px: 3, py: { xs: 3, md: 6 } }}>
      <Typography variant="h1" sx={{ fontSize: { xs: '2.2rem', md: '3rem' } }}>
        Earthy Tuft
      </Typography>
      <Typography sx={{ fontSize: '1.15rem', maxWidth: 560, mt: 1 }}>
        A working log for people who scour, card and comb. Put the fleece on the scale, type one number; the sums, the
        record and the missing grams are looked after here.
      </Typography>
      <FleeceLine />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: session.data?.demoOffered ? '1fr 1fr' : '1fr' },
          gap: 4,
          mt: 2,
        }}
      >
        {session.data?.demoOffered && (
          <section>
            <Typography variant="h2">Look around first</Typography>
            <Typography sx={{ my: 1.5 }}>
              The demo is an invented shed with ten fleeces at every stage, made for this browser alone. Log in it what
              you like; nobody is waiting for that wool, and after a week without a visit it is gone.
            </Typography>
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
        <Box
          component="section"
          sx={{
            borderLeft: { md: session.data?.demoOffered ? `1px solid ${tone('oat')}` : 0 },
            pl: { md: session.data?.demoOffered ? 4 : 0 },
            maxWidth: 460,
          }}
        >
          <Typography variant="h2">{title[way]}</Typography>
          <Box component="form" onSubmit={submit} key={way} sx={{ display: 'grid', gap: 2, mt: 1.5 }}>
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
            <Row gap={2} sx={{ alignItems: 'center' }}>
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
          </Box>
        </Box>
      </Box>
    </Box>
  );
}
