import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useWindow } from '../ui/useWindow';
import { lazy, Suspense, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, queryClient, type Schema, setToken } from '../api/client';
import { Help } from '../help/Help';
import { HeadInstruments } from '../instruments/HeadInstruments';
import { useChange } from '../api/change';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './HeadStrip.module.css';

// With the field it is made of: fetched beside the first picture, where there is room for it.
const FindBox = lazy(async () => ({ default: (await import('./FindBox')).FindBox }));

// Most people have one workshop.
const ChooseWorkshop = lazy(() => import('./ChooseWorkshop'));

export function HeadStrip({ session }: { session: Schema['SessionState'] }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [openAt, setOpenAt] = useState<string | null>(null);
  // Going somewhere folds it again.
  const open = openAt === pathname;
  // What is folded away on a phone is not drawn either.
  const unfolded = useWindow('md') || open;
  const setOpen = (on: boolean) => setOpenAt(on ? pathname : null);
  const leaving = useChange(
    () => api.DELETE('/api/session'),
    () => {
      setToken(null);
      queryClient.clear();
      void navigate('/door');
    },
  );
  const name = <p className={clsx(typography.heading, layout.pushRest)}>{session.workshop?.name}</p>;
  return (
    <header className={clsx(styles.headStrip, 'not-printed')}>
      {session.workshops.length > 1 ? (
        <Suspense fallback={name}>
          <ChooseWorkshop session={session} />
        </Suspense>
      ) : (
        name
      )}
      <Button
        className={styles.unfold}
        size="small"
        aria-expanded={open}
        aria-controls="head-more"
        onClick={() => setOpen(!open)}
      >
        {open ? 'Close' : 'Find and more'}
      </Button>
      <div id="head-more" className={clsx(styles.more, !open && styles.folded)}>
        {unfolded && <HeadInstruments />}
        {unfolded && (
          <Suspense fallback={<div className={styles.find} />}>
            <FindBox />
          </Suspense>
        )}
        <Help />
        <div className={styles.person}>
          <span className={clsx(typography.body, typography.quiet)}>
            {session.name}
            {session.workshop?.role === 'looker' ? ' (looks only)' : ''}
          </span>
          <Button size="small" onClick={() => leaving.go()}>
            Leave
          </Button>
        </div>
      </div>
    </header>
  );
}
