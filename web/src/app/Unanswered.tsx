import Button from '@mui/material/Button';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Problem, queryClient } from '../api/client';
import { againFailed, againWhenBack } from '../api/queries';
import { Notice } from '../ui/Notices';
import styles from './Unanswered.module.css';

/** Between two looks at a page that has nothing to show yet, in milliseconds. */
const look = 700;

const isBlank = () => !document.getElementById('bench')?.childElementCount;

/** Says that the house is waited for, where the page at this address has had nothing to show for a while. */
export function Waited({ at }: { at: string }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    let looks = 0;
    const timer = setInterval(() => {
      looks++;
      setLong(isBlank() && looks > 1);
      if (!isBlank()) clearInterval(timer);
    }, look);
    return () => clearInterval(timer);
  }, [at]);
  if (!long) return null;
  return (
    <p className={styles.said} role="status">
      Waiting for the workshop’s server.
    </p>
  );
}

const cache = queryClient.getQueryCache();
const subscribe = (listener: () => void) => cache.subscribe(listener);

/** A question whose answer is shown, and that could not be asked anew. */
const notAnew = () =>
  cache.findAll({ type: 'active' }).find((q) => q.state.status === 'error' && q.state.data !== undefined) ?? null;

/** So often the house is asked whether it is back, in milliseconds. */
const rest = 5000;

/**
 * Says that what is shown could not be asked for anew; it stays, and the work with it. At the foot of the window, so that nothing moves. Whatever
 * could not be asked for is asked for by itself once the house is back.
 */
export function NotAnew() {
  const asked = useSyncExternalStore(subscribe, notAnew);
  useEffect(() => {
    const timer = setInterval(() => void againWhenBack(), rest);
    return () => clearInterval(timer);
  }, []);
  if (!asked) return null;
  const error: unknown = asked.state.error;
  return (
    <div className={styles.notAnew}>
      <Notice
        tone="watch"
        action={
          <Button onClick={() => void againFailed()} size="small">
            Try again
          </Button>
        }
      >
        {error instanceof Problem && error.isAway
          ? 'The workshop’s server is away. This is what it said last.'
          : `This could not be asked for anew. ${error instanceof Problem ? error.message : ''}`}
      </Notice>
    </div>
  );
}
