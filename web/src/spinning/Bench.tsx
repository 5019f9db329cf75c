import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useState, type FormEvent, type ReactNode } from 'react';
import type { Schema } from '../api/client';
import { useSpinners } from '../api/queries';
import { tappedAt } from '../api/clock';
import { useNow } from '../live/live';
import { goOnWorking, tell } from '../runs/counted';
import type { Run } from '../runs/queries';
import { emptying, useTap, useUnseen } from '../runs/taps';
import { SelectField } from '../ui/SelectField';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { WrapsField } from '../ui/WrapsField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { joinWord, tallyWord } from './words';
import { useUnits } from '../api/units';
import { UnitField } from '../ui/UnitField';
import { figureWithUnit, withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './Bench.module.css';

const hours = (minutes: number) =>
  minutes < 60 ? `${Math.floor(minutes)} min` : `${Math.floor(minutes / 60)} h ${Math.floor(minutes % 60)} min`;

/** Time at it: one big tap to sit down, one to stop. */
export function Clock({
  run,
  clock,
  disabled,
  children,
}: {
  run: string;
  clock: Schema['ClockView'];
  disabled: boolean;
  children?: ReactNode;
}) {
  const tap = useTap(run);
  const now = useNow();
  const atIt = clock.since !== null && !disabled;
  // Whoever sits at a wheel counts nothing: the pause that was asked for comes by the clock.
  useEffect(() => {
    if (!atIt) return;
    const going = setInterval(goOnWorking, 10_000);
    return () => clearInterval(going);
  }, [atIt]);
  const running = clock.since === null ? 0 : Math.max(0, (now - Date.parse(clock.since)) / 60_000);
  return (
    <Row align="center" gap={2}>
      <Button
        className={styles.button}
        variant="contained"
        disabled={disabled}
        color={clock.since === null ? 'primary' : 'inherit'}
        onClick={() => {
          if (tap.send({ kind: clock.since === null ? 'sitDown' : 'standUp', at: tappedAt() }))
            tell(clock.since === null ? 'go' : 'stop');
        }}
      >
        {clock.since === null ? 'I sit down to it' : 'I stop'}
      </Button>
      <p className={styles.said} role="status">
        {hours(clock.minutes + running)}
        <span className={styles.quiet}>{clock.pace || 'at it'}</span>
      </p>
      {children}
      <ProblemNotice error={tap.error} />
    </Row>
  );
}

/** What is counted by one tap each; a count over measured metres is told for ten of them. */
export function Tallies({
  run,
  counts,
  of,
  joinedBy = null,
  disabled,
}: {
  run: Run;
  counts: readonly Schema['CountView'][];
  of: readonly Schema['SpunTally'][];
  /** How a join was made last. */
  joinedBy?: Schema['JoinWay'] | null;
  disabled: boolean;
}) {
  const tap = useTap(run.id);
  const unseen = useUnseen(run);
  // Joins are usually made as the last one was.
  const [chosen, setChosen] = useState<Schema['JoinWay'] | '' | null>(null);
  const joined = chosen ?? joinedBy ?? '';
  const byOf = (tally: Schema['SpunTally']) => (tally === 'joins' ? joined || null : null);
  const units = useUnits();
  const [metres, setMetres] = useState('');
  const [count, setCount] = useState('');
  const [what, setWhat] = useState(of[0]!);
  // Those that wait for their answer are counted as well.
  const counted = (t: Schema['SpunTally']) =>
    (counts.find((c) => c.of === t)?.count ?? 0) + unseen((c) => c.kind === 'countSpun' && c.of === t && c.count === 1);
  const count10 = (e: FormEvent) => {
    e.preventDefault();
    tap.send(
      {
        kind: 'countSpun',
        of: what,
        count: number(count) ?? 0,
        metres: figureWithUnit(metres, units.yarn),
        joinedBy: byOf(what),
        at: tappedAt(),
      },
      emptying([count, setCount], [metres, setMetres]),
    );
  };
  return (
    <>
      <Row gap={1} role="group" aria-label="Counted by one tap each">
        {of.map((t) => (
          <Button
            key={t}
            variant="outlined"
            disabled={disabled}
            onClick={() => tap.send({ kind: 'countSpun', of: t, count: 1, joinedBy: byOf(t), at: tappedAt() })}
          >
            {tallyWord[t]}
            {counted(t) > 0 ? ` · ${counted(t)}` : ''}
          </Button>
        ))}
      </Row>
      <Row align="start" component="form" gap={1} onSubmit={count10}>
        {of.includes('joins') && (
          <SelectField
            style={{ width: 205 }}
            label="Joins are made"
            value={joined}
            onChange={setChosen}
            words={{ '': 'not noted', ...joinWord }}
          />
        )}
        <NumberField
          style={{ width: 100 }}
          label="Counted"
          whole
          value={count}
          onChange={(text) => {
            tap.clearError();
            setCount(text);
          }}
          error={tap.error?.at('count')}
        />
        <SelectField
          style={{ width: 175 }}
          label="of"
          value={what}
          onChange={setWhat}
          words={Object.fromEntries(of.map((t) => [t, tallyWord[t].toLowerCase()]))}
        />
        <UnitField
          style={{ width: 190 }}
          label="in so much yarn"
          unit={units.yarn}
          value={metres}
          onChange={(text) => {
            tap.clearError();
            setMetres(text);
          }}
          error={tap.error?.at('metres')}
        />
        <Button className={layout.above4} type="submit" variant="outlined" disabled={disabled || count.trim() === ''}>
          Note the count
        </Button>
      </Row>
      {counts.some((c) => c.words) && (
        <p className={typography.quiet}>
          {counts
            .filter((c) => c.words)
            .map((c) => `${tallyWord[c.of].toLowerCase()}: ${c.words}`)
            .join(' · ')}
        </p>
      )}
      <ProblemNotice error={tap.error && !tap.error.at('count') && !tap.error.at('metres') ? tap.error : null} />
    </>
  );
}

/** A bobbin or a skein is done: what it weighs and how long it is. */
export function FillForm({
  run,
  name,
  disabled,
}: {
  run: string;
  name: 'bobbin' | 'cop' | 'skein';
  disabled: boolean;
}) {
  const tap = useTap(run);
  const winders = (useSpinners().data ?? []).filter((s) => s.kind === 'winder');
  const fresh = { mass: '', length: '', round: '', wraps: '', degrees: '' };
  const units = useUnits();
  const [typed, setTyped] = useState(fresh);
  const set = (part: Partial<typeof fresh>) => {
    tap.clearError();
    setTyped({ ...typed, ...part });
  };
  const fill = (e: FormEvent) => {
    e.preventDefault();
    tap.send(
      {
        kind: 'fillBobbin',
        mass: typed.mass.trim() || null,
        length: withUnit(typed.length, units.yarn),
        roundMillimetres: number(typed.round),
        wraps: typed.wraps.trim() || null,
        degrees: number(typed.degrees),
        at: tappedAt(),
      },
      () => {
        setTyped({ ...fresh, round: typed.round });
        return () => setTyped(typed);
      },
    );
  };
  return (
    <Row align="start" component="form" aria-label={`A ${name} is done`} gap={1.5} onSubmit={fill}>
      <div style={{ width: 200 }}>
        <WeightField
          label={`The ${name} weighs`}
          value={typed.mass}
          onChange={(mass) => set({ mass })}
          error={tap.error?.at('mass')}
          placeholder="without the bobbin"
        />
      </div>
      <TextField
        slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
        style={{ width: 190 }}
        label={`Length, ${units.yarn}`}
        value={typed.length}
        onChange={(e) => set({ length: e.target.value })}
        error={!!tap.error?.at('length')}
        helperText={tap.error?.at('length') ?? (winders.length > 0 ? '166 m, 180 yd or 84 rounds' : '166 m, or 180 yd')}
      />
      {winders.length > 0 && (
        <SelectField
          style={{ width: 150 }}
          label="Rounds of"
          value={typed.round}
          onChange={(round) => set({ round })}
          words={{ '': 'no winder', ...Object.fromEntries(winders.map((w) => [`${w.roundMillimetres}`, w.name])) }}
        />
      )}
      <WrapsField
        label="Wraps an inch"
        value={typed.wraps}
        onChange={(wraps) => set({ wraps })}
        error={tap.error?.at('wraps')}
        width={150}
      />
      <NumberField
        style={{ width: 100 }}
        label="Angle, °"
        value={typed.degrees}
        onChange={(degrees) => set({ degrees })}
        error={tap.error?.at('degrees')}
      />
      <Button className={layout.above4} type="submit" variant="outlined" disabled={disabled}>
        The {name} is done
      </Button>
      <ProblemNotice
        error={tap.error && !['mass', 'length', 'wraps', 'degrees'].some((f) => tap.error?.at(f)) ? tap.error : null}
      />
    </Row>
  );
}

/** It is left to rest; Today shows until when, and sitting down ends it. */
export function RestButton({ run, disabled }: { run: string; disabled: boolean }) {
  const tap = useTap(run);
  return (
    <Button disabled={disabled} onClick={() => tap.send({ kind: 'restSingles', hours: 12, at: tappedAt() })}>
      Let it rest overnight
    </Button>
  );
}
