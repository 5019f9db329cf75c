import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Problem, queryClient } from '../api/client';
import { againFailed, againWhenBack } from '../api/queries';
import { Notice } from '../ui/Notices';
import { benchPadding, railHeight } from '../ui/railWidth';

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
    <Typography role="status" sx={{ px: benchPadding, py: 2, color: 'text.secondary' }}>
      Waiting for the workshop’s server.
    </Typography>
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
    <Box
      sx={{
        position: 'sticky',
        bottom: { xs: `calc(${railHeight + 8}px + var(--alarm, 0px))`, md: 'calc(8px + var(--alarm, 0px))' },
        px: benchPadding,
        zIndex: 1,
      }}
    >
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
    </Box>
  );
}
