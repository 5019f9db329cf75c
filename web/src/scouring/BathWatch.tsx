import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import type { Schema } from '../api/client';
import { Curve } from '../drawings/Curve';
import { Left } from '../live/Left';
import { notedAt, tappedAt } from '../api/clock';
import { unreadTime } from '../api/unreadable';
import { useNow, useReading } from '../live/live';
import { clockOf, dayClockOf } from '../live/time';
import { SelectField } from '../ui/SelectField';
import { Figure } from '../ui/Figure';
import type { Call } from '../runs/queries';
import { emptying, useRunActs, useTap } from '../runs/taps';
import { ProblemNotice } from '../ui/Notices';
import { looksLikeTemperature } from '../ui/figures';
import { probeWords, useProbes } from './probes';
import { pourWords } from './words';
import { TemperatureField } from '../ui/TemperatureField';
import { TimeField } from '../ui/TimeField';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './BathWatch.module.css';

interface Props {
  run: string;
  bath: Schema['BathView'];
  /** What it calls for. */
  call: Call | null;
  title: string;
}

/** One curve, one time, one button. */
/** Which bath the wool, or the next batch, goes into. */
const nextWord = (bath: Schema['BathView'], next: Schema['NextBathView']) =>
  next.batch === bath.batch ? `bath ${next.place + 1}` : `bath ${next.place + 1} of batch ${next.batch}`;

export function BathWatch({ run, bath, call, title }: Props) {
  const now = useNow(5000);
  const [typed, setTyped] = useState('');
  // A reading of earlier is said to be so; empty is now.
  const [hour, setHour] = useState('');
  const sign = bath.unit;
  const next = bath.then;
  const acts = useRunActs(run);
  const probes = useProbes();
  const probe = useReading(bath.probeId);
  const liftBy = call?.dueAt ?? null;
  const giveOrTake = call?.giveOrTakeMinutes ?? null;
  const late = liftBy !== null && Date.parse(liftBy) <= now;
  const soon = !late && !!call?.alarmAt && Date.parse(call.alarmAt) <= now;

  const noting = useTap(run);
  const lifting = useTap(run);
  const hanging = useTap(run);
  const read = (e: FormEvent) => {
    e.preventDefault();
    if (looksLikeTemperature(typed) && hour !== unreadTime)
      noting.send(
        { kind: 'readBath', bath: bath.id, temperature: typed, at: notedAt(hour) },
        emptying([typed, setTyped], [hour, setHour]),
      );
  };

  return (
    <div className={styles.bathWatch}>
      <div className={styles.curve}>
        <h3 className={layout.below8}>{title}</h3>
        <Curve
          dots={bath.dots}
          curve={bath.curve}
          level={bath.floor?.degrees ?? null}
          levelName={bath.floor ? `floor ${bath.floor.text}` : ''}
          levelTone="madder"
          moment={liftBy}
          momentName={liftBy ? dayClockOf(liftBy, now) : ''}
          now={now}
          unit={sign}
          height={320}
          clock={clockOf}
          words={`${title}: ${call?.sentence ?? ''} ${bath.readings} readings${bath.last ? `, the last ${bath.last.text}` : ''}.`}
        />
      </div>
      <div className={styles.watch}>
        <div
          className={styles.liftBy}
          style={{ borderLeft: `5px solid var(--${late ? 'madder' : soon ? 'weld' : 'lichen'})` }}
        >
          {liftBy ? (
            <Figure
              label={bath.floor ? 'lift by' : 'lift at'}
              text={dayClockOf(liftBy, now)}
              from={bath.rateFrom}
              giveOrTake={
                giveOrTake === null ? null : ` ${Math.max(0.1, giveOrTake).toFixed(giveOrTake < 3 ? 1 : 0)} min`
              }
              band
              working={bath.working}
              size="big"
            />
          ) : (
            <Figure label="lift" text="when you like" from="reckoned" size="big" working={bath.working} />
          )}
          {liftBy && (
            <p className={styles.figure}>
              <Left until={liftBy} />
            </p>
          )}
        </div>
        {bath.doubt && (
          <p className={styles.said} role="status">
            {bath.doubt}
          </p>
        )}
        <p>{call?.sentence}</p>
        <p className={typography.quiet}>
          {Date.parse(bath.soakedAt) > now
            ? `By ${dayClockOf(bath.soakedAt, now)} it has soaked as long as was planned.`
            : 'It has soaked as long as was planned.'}
        </p>
        {probe && (
          <p style={{ color: probe.connected ? 'var(--peat)' : 'var(--bark)' }}>
            {probe.name}: <strong>{probe.text}</strong>
            {probe.connected ? '' : `, not heard since ${dayClockOf(probe.at, now)}`}
          </p>
        )}
        {next && (
          <p>
            Then pour {next.bath.pour.text}: {pourWords(next.bath)}
            {next.bath.doseGrams > 0 ? `, dose ${next.bath.doseGrams.toFixed(1)} g` : ''}.
          </p>
        )}
        {next && (
          <Button
            className={styles.nextIn}
            variant="contained"
            size="large"
            disabled={lifting.busy}
            onClick={() => lifting.send({ kind: 'liftBath', bath: bath.id, pourNext: true, at: tappedAt() })}
          >
            Lifted, {nextWord(bath, next)} is poured
          </Button>
        )}
        <Button
          variant={next ? 'outlined' : 'contained'}
          size="large"
          disabled={lifting.busy}
          onClick={() => lifting.send({ kind: 'liftBath', bath: bath.id, at: tappedAt() })}
          className={next ? styles.lifted : styles.liftedLast}
        >
          Lifted
        </Button>
        <form className={styles.form} onSubmit={read} noValidate>
          <TemperatureField
            className={styles.field}
            label="It is now"
            sign={sign}
            value={typed}
            onChange={(text) => {
              noting.clearError();
              setTyped(text);
            }}
            error={noting.error?.at('temperature')}
          />
          <TimeField
            label="When"
            kind="time"
            value={hour}
            onChange={(text) => {
              noting.clearError();
              setHour(text);
            }}
            error={noting.error?.at('at')}
            help="left empty: now"
          />
          <Button type="submit" disabled={typed.trim() === '' || noting.busy}>
            Note it
          </Button>
        </form>
        {probes.length > 0 && (
          <SelectField
            label="Temperature"
            value={bath.probeId ?? ''}
            onChange={(id) => hanging.send({ kind: 'hangProbe', bath: bath.id, probeId: id || null, at: tappedAt() })}
            words={probeWords(probes)}
          />
        )}
        {bath.lastTyped && (
          <Button size="small" onClick={() => acts.withdraw(bath.lastTyped!)}>
            The last typed reading was a slip
          </Button>
        )}
        <ProblemNotice
          error={
            acts.error ?? (noting.error?.at('temperature') ? null : noting.error) ?? lifting.error ?? hanging.error
          }
        />
      </div>
    </div>
  );
}
