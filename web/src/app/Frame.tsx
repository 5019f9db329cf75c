import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useEffect } from 'react';
import { Navigate, Outlet, useLocation, useRouteError } from 'react-router';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Alarms } from './Alarms';
import { useLiveStream } from '../live/live';
import { keepTaps } from '../runs/taps';
import { CourseRail } from './CourseRail';
import { railHeight, railWidth } from '../ui/railWidth';
import { HeadStrip } from './HeadStrip';
import { fetchAhead } from './pages';
import { RefusedTaps } from './RefusedTaps';
import styles from './Frame.module.css';

/** The house round every bench: the course on the left (below, on a phone), the head strip above. */
export function Frame() {
  const session = useSession();
  const { pathname } = useLocation();
  useLiveStream(!!session.data?.signedIn && !!session.data.workshop);
  useEffect(() => {
    const bench = document.getElementById('bench');
    // A station's weight field takes the focus itself; everywhere else reading goes on at the bench.
    if (!bench?.contains(document.activeElement)) bench?.focus({ preventScroll: true });
    window.scrollTo(0, 0);
  }, [pathname]);

  const inside = !!session.data?.signedIn;
  useEffect(() => {
    if (!inside) return;
    keepTaps();
    // After the first view, which has the line to itself until then.
    const later = setTimeout(() => void fetchAhead(), 2000);
    return () => clearTimeout(later);
  }, [inside]);

  if (session.isPending) return null;
  if (session.error) {
    return (
      <Box sx={{ p: 4 }}>
        <ProblemNotice error={session.error} again={() => void session.refetch()} />
      </Box>
    );
  }
  if (!session.data.signedIn || !session.data.workshop) return <Navigate to="/door" replace />;

  return (
    <Box
      sx={{ minHeight: '100vh', display: { md: 'grid' }, gridTemplateColumns: { md: `${railWidth}px minmax(0, 1fr)` } }}
    >
      <Link href="#bench" className={styles.skip}>
        Skip to the bench
      </Link>
      <CourseRail />
      <Box
        sx={{
          minWidth: 0,
          pb: { xs: `calc(${railHeight + 12}px + var(--alarm, 0px))`, md: 'calc(32px + var(--alarm, 0px))' },
        }}
      >
        <HeadStrip session={session.data} />
        <Alarms />
        <Box
          component="main"
          id="bench"
          className={styles.bench}
          tabIndex={-1}
          sx={{ px: { xs: 1.5, md: 3 }, pt: { xs: 0.75, md: 2 }, maxWidth: 1400 }}
        >
          <RefusedTaps />
          <Outlet />
        </Box>
      </Box>
    </Box>
  );
}

/** What stands in a page's place when the page itself could not be fetched or drawn. */
export function BrokenPage() {
  const error = useRouteError();
  return (
    <>
      <Typography variant="h1">This page could not be shown</Typography>
      <Typography sx={{ mt: 1 }}>
        Nothing that was kept is lost. If the house was out of reach or has been renewed meanwhile, fetching it again
        helps.
      </Typography>
      <Button variant="contained" sx={{ mt: 2 }} onClick={() => window.location.reload()}>
        Fetch it again
      </Button>
      {error instanceof Error && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 2 }}>
          {error.message}
        </Typography>
      )}
    </>
  );
}
