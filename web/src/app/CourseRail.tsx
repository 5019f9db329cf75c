import { Box } from '../ui/Box';
import { Link } from '../ui/Link';
import { memo } from 'react';
import { NavLink } from 'react-router';
import { type Schema } from '../api/client';
import { onRail, useStations, useToday } from '../api/queries';
import { Tuft, tuftRadius } from '../drawings/Tuft';
import { stepWord } from '../ui/words';
import { useRunning } from '../runs/running';
import { useLast } from '../ui/useLater';
import { railHeight, railWidth } from '../ui/railWidth';
import { tone } from '../ui/tones';
import styles from './CourseRail.module.css';

/** So many stations a phone's strip shows beside Today and Take in. */
const inSight = 5;

/** The workshop at this moment: each station with the heap that waits there, its area following its mass. */
export function CourseRail() {
  const stations = useStations();
  const today = useToday();
  const running = useRunning();
  const later = useLast();
  const stand = onRail(stations.data, today.data);
  const heap = (step: Schema['StepKind'] | null) => today.data?.heaps.find((h) => (h.step ?? null) === step);
  const heaviest = Math.max(1, ...(today.data?.heaps ?? []).map((h) => h.mass.grams));
  const perRoot = 19 / Math.sqrt(heaviest);
  return (
    <Box
      component="nav"
      className="not-printed"
      aria-label="Course"
      sx={{
        position: { xs: 'fixed', md: 'sticky' },
        bottom: { xs: 0, md: 'auto' },
        top: { md: 0 },
        left: 0,
        right: { xs: 0, md: 'auto' },
        zIndex: 10,
        width: { md: railWidth },
        bgcolor: 'background.paper',
        borderRight: { md: 1 },
        borderTop: { xs: 1, md: 0 },
        borderColor: { xs: 'divider', md: 'divider' },
        overflow: 'auto',
        height: { xs: railHeight, md: '100vh' },
        py: { md: 1.5 },
        display: { xs: 'flex', md: 'block' },
      }}
    >
      <Station to="/" label="Today" />
      <Station to="/take-in" label="Take in" />
      {(later ? stand : stand.slice(0, inSight)).map(({ step }) => (
        <Station
          key={step}
          to={`/station/${step}`}
          label={stepWord[step]}
          heap={heap(step)}
          perRoot={perRoot}
          running={running(step)}
          joined
        />
      ))}
      {later && (
        <>
          <Box sx={{ borderTop: 1, borderColor: 'divider', my: 1, mx: 2, display: { xs: 'none', md: 'block' } }} />
          <Station to="/samples" label="Samples" heap={heap(null)} perRoot={perRoot} waits="ready to sample" />
          <Station to="/animals" label="Animals" />
          <Station to="/breeds" label="Breeds" />
          <Station to="/reckoner" label="Reckoner" />
          <Station to="/workshop" label="Workshop" />
        </>
      )}
    </Box>
  );
}

interface StationProps {
  to: string;
  label: string;
  heap?: Schema['Heap'];
  perRoot?: number;
  joined?: boolean;
  waits?: string;
  /** What runs here: how long still. */
  running?: string | null;
}

const Station = memo(function Station({ to, label, heap, perRoot = 1, joined = false, waits, running }: StationProps) {
  const unweighed = heap !== undefined && heap.mass.grams === 0 && heap.notWeighed > 0;
  const r = heap ? Math.max(4, tuftRadius(heap.mass.grams, perRoot)) : 0;
  const words = heap ? (unweighed ? `${heap.lots} not weighed` : heap.mass.text) : '';
  return (
    <Link
      component={NavLink}
      to={to}
      end={to === '/'}
      underline="none"
      color="text.primary"
      className={styles.station}
      sx={{
        display: { xs: 'block', md: 'grid' },
        gridTemplateColumns: '52px 1fr',
        alignItems: 'center',
        minHeight: { md: 50 },
        minWidth: { xs: 74 },
        textAlign: { xs: 'center', md: 'left' },
        px: { xs: 0.5, md: 1.5 },
        py: { xs: 0.25, md: running ? 0.5 : 0 },
      }}
    >
      <Box
        component="svg"
        viewBox="0 0 46 44"
        aria-hidden
        sx={{
          display: 'block',
          mx: { xs: 'auto', md: 0 },
          width: { xs: 30, md: 46 },
          height: { xs: 28, md: 44 },
        }}
      >
        {joined && <line x1={23} x2={23} y1={-4} y2={48} stroke={tone('oat')} strokeWidth={2} />}
        {heap ? (
          <Tuft cx={23} cy={22} r={unweighed ? 11 : r} name={label} open={unweighed} />
        ) : (
          <circle cx={23} cy={22} r={3.5} fill={tone('oat')} stroke={tone('bark')} />
        )}
      </Box>
      <span>
        <Box
          component="span"
          sx={{ display: 'block', fontWeight: 700, fontSize: { xs: '0.85rem', md: '1rem' }, lineHeight: 1.2 }}
        >
          {label}
        </Box>
        <Box
          component="span"
          sx={{
            display: 'block',
            color: 'text.secondary',
            fontSize: { xs: '0.78rem', md: '0.82rem' },
            lineHeight: 1.2,
            whiteSpace: 'nowrap',
          }}
        >
          {running ? (
            <Box component="strong" sx={{ display: 'block', color: 'text.primary' }}>
              {running}
            </Box>
          ) : null}
          {/* A phone has one line: what runs goes before what waits. */}
          <Box component="span" sx={{ display: { xs: running ? 'none' : 'inline', md: 'inline' } }}>
            {words}
          </Box>
          {heap && waits ? (
            <Box component="span" sx={{ display: { xs: 'none', md: 'block' } }}>
              {waits}
            </Box>
          ) : null}
        </Box>
      </span>
    </Link>
  );
});
