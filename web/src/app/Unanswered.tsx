import Button from '@mui/material/Button';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Problem, queryClient } from '../api/client';
import { refetchFailed, refetchWhenBack } from '../api/queries';
import { Notice } from '../ui/Notices';
import styles from './Unanswered.module.css';

/** What takes no longer than that is not said to be waited for, in milliseconds. */
const patience = 1000;

/** Says that the server is waited for, for as long as it is drawn and from the first second on. */
export function Waiting() {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), patience);
    return () => clearTimeout(timer);
  }, []);
  return (
    long && (
      <p className={styles.waiting} role="status">
        Waiting for the workshop’s server.
      </p>
    )
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
export function ServerAway() {
  const asked = useSyncExternalStore(subscribe, notAnew);
  useEffect(() => {
    const timer = setInterval(() => void refetchWhenBack(), rest);
    return () => clearInterval(timer);
  }, []);
  if (!asked) return null;
  const error: unknown = asked.state.error;
  return (
    <div className={styles.notAnew}>
      <Notice
        tone="watch"
        action={
          <Button onClick={() => void refetchFailed()} size="small">
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
