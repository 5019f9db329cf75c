import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession } from '../api/queries';
import { Bobbins } from '../drawings/Bobbins';
import { useAwake } from '../live/awake';
import { tappedAt } from '../api/clock';
import type { BenchProps } from '../runs/bench';
import { freeOf, runsOf, type RunOf } from '../runs/queries';
import { RunEnds, RunFrame } from '../runs/RunFrame';
import { emptying, useRunActs, useTap } from '../runs/taps';
import { NumberField } from '../ui/NumberField';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { Clock, FillForm, RestButton, Tallies } from './Bench';
import { PlyPlan } from './PlyPlan';
import { StartPlying } from './StartPlying';
import { byWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './PlyBench.module.css';

/** What is being plied: the yarn that is expected, angles read on the way, breaks and skeins; and the way to ply another. */
export function PlyBench({ lots, runs, wanted }: BenchProps) {
  const plying = runsOf(runs, 'ply');
  const free = freeOf(lots, plying);
  return (
    <Column className={layout.below24} gap={3}>
      {plying.map((run) => (
        <Plying key={run.id} run={run} colour={lots.find((l) => l.id === run.lots[0]?.id)?.colour ?? ''} />
      ))}
      {free.length > 0 && <StartPlying lots={free} wanted={wanted} />}
    </Column>
  );
}

function Plying({ run, colour }: { run: RunOf<'ply'>; colour: string }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const acts = useRunActs(run.id);
  const reading = useTap(run.id);
  const { settings } = d.plan;
  const units = useUnits();
  const [angle, setAngle] = useState('');
  const [treadles, setTreadles] = useState(settings ? `${settings.treadles}` : '');
  const [length, setLength] = useState(settings?.draw ?? '');
  useAwake(mayLog && d.clock.since !== null);
  const field = (value: string, set: (text: string) => void, sent: string) => ({
    value,
    onChange: (text: string) => {
      reading.clearError();
      set(text);
    },
    error: reading.error?.at(sent),
  });
  const read = (e: FormEvent) => {
    e.preventDefault();
    acts.clear();
    reading.send(
      {
        kind: 'readPlyAngle',
        degrees: number(angle) ?? 0,
        treadles: number(treadles),
        millimetres: figureWithUnit(length, units.length),
        at: tappedAt(),
      },
      emptying([angle, setAngle]),
    );
  };
  const last = d.angles.at(-1);
  return (
    <RunFrame
      run={run}
      at="Being plied:"
      title={
        <>
          {d.plan.direction.toUpperCase()}, {d.plan.fresh.degrees}°{d.tool ? ` on ${d.tool}` : ''}
        </>
      }
      about={<>{d.plan.sentences[0]?.replace(/\.$/, '')}</>}
    >
      {run.calls[0]?.act === 'restUntil' && <Notice tone="kept">{run.calls[0].sentence}</Notice>}
      <Clock run={run.id} clock={d.clock} disabled={!mayLog}>
        <RestButton run={run.id} disabled={!mayLog} />
      </Clock>
      <PlyPlan plan={d.plan} colour={colour} />
      {last && (
        <p className={styles.said} role="status">
          {last.sentence}
        </p>
      )}
      {d.angles.length > 1 && (
        <p className={typography.quiet}>
          Read before:{' '}
          {d.angles
            .slice(0, -1)
            .map((a) => `${a.degrees}°`)
            .join(', ')}
        </p>
      )}
      <Row align="start" component="form" aria-label="Angle read while plying" gap={1.5} onSubmit={read}>
        <NumberField style={{ width: 140 }} label="Angle read, °" {...field(angle, setAngle, 'degrees')} />
        <NumberField style={{ width: 110 }} label={byWord[d.by]} {...field(treadles, setTreadles, 'treadles')} />
        <UnitField
          style={{ width: 115 }}
          label="For"
          unit={units.length}
          {...field(length, setLength, 'millimetres')}
        />
        <Button
          className={layout.above4}
          type="submit"
          variant="contained"
          disabled={!mayLog || reading.busy || angle.trim() === ''}
        >
          Note the angle
        </Button>
      </Row>
      <ProblemNotice
        error={
          reading.error && !['degrees', 'treadles', 'millimetres'].some((f) => reading.error?.at(f))
            ? reading.error
            : null
        }
      />
      <Section title="Skeins" level="h3">
        <Column gap={1.5}>
          {d.skeins.length > 0 && (
            <Bobbins
              colour={colour}
              words={`Skeins: ${d.skeins.map((b, i) => `${i + 1} ${b.mass?.text ?? ''} ${b.length}`).join('; ')}`}
              bobbins={d.skeins.map((b, i) => ({
                name: `${i + 1}`,
                holds: b.metres ?? b.mass?.grams ?? null,
                fill: b.fill,
                text: [b.mass?.text, b.length, b.words].filter(Boolean).join(' · '),
                twist: d.plan.direction,
              }))}
            />
          )}
          {d.sentences.map((s) => (
            <Notice key={s} tone="watch">
              {s}
            </Notice>
          ))}
          <FillForm run={run.id} name="skein" disabled={!mayLog} />
          <Tallies run={run} counts={d.counts} of={['breaks', 'neps']} disabled={!mayLog} />
        </Column>
      </Section>
      <RunEnds run={run} station="ply" mayLog={mayLog} lastEvent={d.lastEvent} acts={acts}>
        <RouterLink className={layout.selfMiddle} to={`/faults?lot=${run.lots[0]?.code ?? ''}`}>
          What is wrong?
        </RouterLink>
      </RunEnds>
    </RunFrame>
  );
}
