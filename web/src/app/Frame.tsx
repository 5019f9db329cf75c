import { clsx } from 'clsx';
import { Suspense, useEffect, useRef, type SyntheticEvent } from 'react';
import { Navigate, Outlet, useLocation, useNavigation } from 'react-router';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Alarms } from './Alarms';
import { useLiveStream } from '../live/live';
import { keepTaps } from '../runs/taps';
import { CourseRail } from './CourseRail';
import { HeadStrip } from './HeadStrip';
import { fetchAllScripts, prefetchPage } from './pages';
import { RefusedTaps } from './RefusedTaps';
import { ServerAway, Waiting } from './Unanswered';
import styles from './Frame.module.css';

/** What lies behind a link is fetched when a finger or the keyboard comes near it. */
function prefetchLinked(e: SyntheticEvent) {
  const link = (e.target as Element).closest('a[href^="/"]');
  if (link) prefetchPage(new URL(link.getAttribute('href')!, window.location.href).pathname);
}

/** The house round every bench: the course on the left (below, on a phone), the head strip above. */
export function Frame() {
  const session = useSession();
  const { pathname } = useLocation();
  const navigation = useNavigation();
  useLiveStream(session.data?.workshop?.id ?? null);
  const first = useRef(true);
  useEffect(() => {
    const bench = document.getElementById('bench');
    const begin = () => {
      // A station's weight field takes the focus itself; everywhere else reading goes on at the bench.
      if (!bench?.contains(document.activeElement)) bench?.focus({ preventScroll: true });
      // A place on the page that was asked for brings itself into sight, and may have done so already.
      if (!window.location.hash) window.scrollTo(0, 0);
    };
    if (!first.current) return begin();
    first.current = false;
    // Asked of the first picture before it is laid out, it would be laid out for this alone. Whoever has gone on by Tab meanwhile stays there.
    let later: ReturnType<typeof setTimeout> | undefined;
    const soon = requestAnimationFrame(() => {
      later = setTimeout(() => {
        const at = document.activeElement;
        if (at === document.body || bench?.contains(at)) begin();
      });
    });
    return () => {
      cancelAnimationFrame(soon);
      clearTimeout(later);
    };
  }, [pathname]);

  const inside = !!session.data?.signedIn;
  useEffect(() => {
    if (!inside) return;
    keepTaps();
    // After the first view, which has the line to itself until then.
    const later = setTimeout(() => void fetchAllScripts(), 2000);
    return () => clearTimeout(later);
  }, [inside]);

  if (session.isPending) return <Waiting />;
  if (session.isLoadingError) {
    return (
      <div className={styles.frame}>
        <ProblemNotice error={session.error} retry={() => void session.refetch()} />
      </div>
    );
  }
  if (!session.data.signedIn || !session.data.workshop) return <Navigate to="/door" replace />;

  return (
    <div className={styles.frameBody} onPointerOver={prefetchLinked} onFocus={prefetchLinked}>
      <a href="#bench" className={styles.skip}>
        Skip to the bench
      </a>
      <CourseRail />
      <div className={styles.atLeast}>
        <HeadStrip session={session.data} />
        <Alarms />
        <main className={clsx(styles.main, styles.bench)} id="bench" tabIndex={-1}>
          {navigation.state === 'loading' && <Waiting key={navigation.location.pathname} />}
          <RefusedTaps />
          <Suspense fallback={null}>
            <Outlet />
          </Suspense>
        </main>
        <ServerAway />
      </div>
    </div>
  );
}
