import { clsx } from 'clsx';
import { memo } from 'react';
import { NavLink } from 'react-router';
import { type Schema } from '../api/client';
import { onRail, useStations, useToday } from '../api/queries';
import { Tuft, tuftRadius } from '../drawings/Tuft';
import { stepWord } from '../ui/words';
import { useRunning } from '../runs/running';
import styles from './CourseRail.module.css';

/** The workshop at this moment: each station with the heap that waits there, its area following its mass. */
export function CourseRail() {
  const stations = useStations();
  const today = useToday();
  const running = useRunning();
  const stand = onRail(stations.data, today.data);
  const heap = (step: Schema['StepKind'] | null) => today.data?.heaps.find((h) => (h.step ?? null) === step);
  const heaviest = Math.max(1, ...(today.data?.heaps ?? []).map((h) => h.mass.grams));
  const perRoot = 19 / Math.sqrt(heaviest);
  return (
    <nav className={clsx(styles.course, 'not-printed')} aria-label="Course">
      <Station to="/" label="Today" />
      <Station to="/take-in" label="Take in" />
      {stand.map(({ step }) => (
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

      <div className={styles.rule} />
      <Station to="/samples" label="Samples" heap={heap(null)} perRoot={perRoot} waits="ready to sample" />
      <Station to="/animals" label="Animals" />
      <Station to="/breeds" label="Breeds" />
      <Station to="/reckoner" label="Reckoner" />
      <Station to="/workshop" label="Workshop" />
    </nav>
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
    <NavLink className={clsx(styles.station, running && styles.busy)} to={to} end={to === '/'}>
      <svg className={styles.drawing} viewBox="0 0 46 44" aria-hidden>
        {joined && <line x1={23} x2={23} y1={-4} y2={48} stroke="var(--oat)" strokeWidth={2} />}
        {heap ? (
          <Tuft cx={23} cy={22} r={unweighed ? 11 : r} name={label} open={unweighed} />
        ) : (
          <circle cx={23} cy={22} r={3.5} fill="var(--oat)" stroke="var(--bark)" />
        )}
      </svg>
      <span>
        <span className={styles.name}>{label}</span>
        <span className={styles.state}>
          {running ? <strong className={styles.running}>{running}</strong> : null}
          {/* A phone has one line: what runs goes before what waits. */}
          <span className={styles.heap}>{words}</span>
          {heap && waits ? <span className={styles.waits}>{waits}</span> : null}
        </span>
      </span>
    </NavLink>
  );
});
