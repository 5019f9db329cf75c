import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useEffect, useMemo, useRef } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession, useRuns } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { useAwake } from '../live/awake';
import { callsDue, due, hurries, ready } from '../runs/calls';
import { codesOf } from '../runs/queries';
import { useTap } from '../runs/taps';
import { actWord, benchWord, dueWord, softWord, tapWord } from '../runs/words';
import { tappedAt } from '../api/clock';
import { useClockHeard, useNow } from '../live/live';
import { chime, notify, ring, useSound, wantSound } from '../live/ring';
import { dayClockOf, leftUntil } from '../live/time';
import styles from './Alarms.module.css';

/** Everything that has to be seen to, on every screen: in words always, with sound and a notice where they are allowed. */
export function Alarms() {
  const runs = useRuns();
  const now = useNow();
  const called = useRef(new Map<string, number>());
  const told = useRef(new Set<string>());
  const sound = useSound();
  const clock = useClockHeard();
  useAwake(sound && hurries(runs.data ?? []));
  const all = useMemo(() => (clock ? due(runs.data ?? [], now) : []), [clock, runs.data, now]);
  useEffect(() => {
    const before = called.current;
    // What got more time is forgotten here, and called for anew.
    called.current = new Map(all.map(({ call }) => [call.part, callsDue(call, now)]));
    for (const { call, run } of all) {
      const calls = called.current.get(call.part)!;
      if ((before.get(call.part) ?? 0) >= calls) continue;
      void ring();
      // Once before the moment, and once when it is there.
      if (calls <= 2) notify(`${codesOf(run)}: ${call.sentence}`, `${call.part} ${calls}`);
    }
  }, [all, now]);
  const mild = useMemo(() => (clock ? ready(runs.data ?? [], now) : []), [clock, runs.data, now]);
  useEffect(() => {
    for (const { call, run } of mild) {
      if (told.current.has(call.part)) continue;
      told.current.add(call.part);
      void chime();
      notify(`${codesOf(run)}: ${softWord[run.craft] ?? 'it is ready'}. ${call.sentence}`, `${call.part} ready`);
    }
  }, [mild]);
  const bar = useRef<HTMLDivElement>(null);
  const shown = all.length > 0;
  useEffect(() => {
    const page = document.documentElement.style;
    if (!shown || !bar.current) return;
    // The page ends below the bar, so that its last button can be scrolled clear of it.
    const measure = new ResizeObserver(() => page.setProperty('--alarm', `${bar.current?.offsetHeight ?? 0}px`));
    measure.observe(bar.current);
    return () => {
      measure.disconnect();
      page.removeProperty('--alarm');
    };
  }, [shown]);
  if (!shown) return null;
  return (
    <div className={clsx(styles.alarms, 'not-printed')} ref={bar} role="alert">
      {all.map((one) => (
        <OneAlarm key={one.call.part} {...one} now={now} />
      ))}
      {/* On a phone it is asked at the bench alone: an alarm there is one line. */}
      {!sound && (
        <Button className={styles.ringNext} size="small" onClick={() => wantSound(true)}>
          Ring and notify next time
        </Button>
      )}
    </div>
  );
}

type Due = ReturnType<typeof due>[number];

function OneAlarm({ run, call, over, now }: Due & { now: number }) {
  const tap = useTap(run.id);
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const answer = call.tap;
  const word = answer && tapWord[answer.kind];
  return (
    <div className={styles.oneAlarm} role="group" aria-label={`Alarm for ${codesOf(run)}`}>
      <strong className={styles.what}>
        {[codesOf(run), call.name].filter(Boolean).join(', ')}: {dueWord(call.act, over)}
      </strong>
      {/* On a phone an alarm is one line with its button; the rest is at the bench. */}
      <span className={styles.when}>
        {call.dueAt &&
          `${leftUntil(call.dueAt, now)}${over ? '' : ' left'}, ${actWord[call.act]} ${dayClockOf(call.dueAt, now)}`}
      </span>
      {mayLog && answer && word && (
        <Button
          className={styles.act}
          variant="contained"
          disabled={tap.busy}
          onClick={() => tap.send({ ...answer, at: tappedAt() })}
        >
          {word}
        </Button>
      )}
      <RouterLink to={`/station/${run.craft}`} className={clsx(styles.link, answer && mayLog && styles.onDesk)}>
        {benchWord[run.craft] ?? 'To the bench'}
      </RouterLink>
      {tap.away && <span>The server is away: it goes in by itself, with its time.</span>}
      <ProblemNotice error={tap.error} />
    </div>
  );
}
