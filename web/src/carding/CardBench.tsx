import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import { useSession } from '../api/queries';
import { Batts } from '../drawings/Batts';
import { NepCurve } from '../drawings/NepCurve';
import { useAwake } from '../live/awake';
import { tappedAt } from '../api/clock';
import type { BenchProps } from '../runs/bench';
import { countWords, tellCount } from '../runs/counted';
import { useCountKey } from '../runs/countKey';
import { CountTarget } from '../runs/CountTarget';
import { freeOf, runsOf, type RunOf } from '../runs/queries';
import { Counted, RunEnds, RunFrame, RunPanes } from '../runs/RunFrame';
import { SayCount } from '../runs/SayCount';
import { emptying, useRunActs, useTap, useUnseen } from '../runs/taps';
import { SelectField } from '../ui/SelectField';
import { MassOf } from '../ui/Figure';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { formWord } from '../ui/words';
import { CameOff } from './CameOff';
import { StartCarding } from './StartCarding';
import { laidOnWord, orderWord, takenOffWord } from './words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './CardBench.module.css';

/** What is at the cards, load by load; and the way onto them. */
export function CardBench({ lots, runs, wanted }: BenchProps) {
  const carding = runsOf(runs, 'card');
  const free = freeOf(lots, carding);
  return (
    <Column className={layout.below24} gap={3}>
      {carding.map((run, i) => (
        <Carding key={run.id} run={run} first={i === 0} />
      ))}
      {free.length > 0 && <StartCarding lots={free} wanted={wanted} />}
    </Column>
  );
}

const nextOne = 'next';

function Carding({ run, first }: { run: RunOf<'card'>; first: boolean }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const [mass, setMass] = useState('');
  /** The load that the weight is of; the next one where none is chosen. */
  const [of, setOf] = useState(nextOne);
  const acts = useRunActs(run.id);
  const counting = useTap(run.id);
  const passing = useTap(run.id);
  const pass = d.passes.at(-1)!;
  // Those that wait for their answer are counted as well.
  const done = pass.loads.length + useUnseen(run)((c) => c.kind === 'cardOneLoad');
  useAwake(mayLog);
  const noted = pass.loads.map((l, i) => ({ ...l, number: i + 1 })).filter((l) => l.alone);
  const weighed = noted.find((l) => l.event === of);
  const weigh = () => {
    acts.clear();
    if (weighed)
      counting.send(
        { kind: 'weighCardLoad', load: weighed.event, mass, at: tappedAt() },
        emptying([mass, setMass], [of, setOf, nextOne]),
      );
    else again();
  };
  const again = () => {
    acts.clear();
    // What was typed of an earlier load stays until it is noted.
    const sent = counting.send(
      { kind: 'cardOneLoad', mass: weighed ? null : mass.trim() || null, at: tappedAt() },
      weighed ? undefined : emptying([mass, setMass]),
    );
    if (sent) tellCount(done + 1, d.plan.loads);
  };
  useCountKey(first && mayLog, again);
  const uneven = d.sentence;
  return (
    <RunFrame
      run={run}
      at="At the cards:"
      title={
        <>
          {d.plan.all.text}
          {d.tool ? ` on ${d.tool}` : ''}
        </>
      }
      about={
        <>
          to {formWord[d.gives]}, laid on {laidOnWord[d.laidOn]}, taken off {takenOffWord[d.takenOff]}:{' '}
          {orderWord[d.plan.order]}
        </>
      }
    >
      <RunPanes
        picture={
          <>
            <Batts
              loads={pass.loads.map((l) => ({ share: l.share, text: l.mass?.text ?? null, standing: l.standing }))}
              planned={d.plan.loads}
              words={`Pass ${pass.number}: ${countWords(done, d.plan.loads)} loads. ${uneven}`}
            />
            {uneven && <Notice tone="watch">{uneven}</Notice>}
            <Row align="end" gap={3}>
              <MassOf mass={d.plan.perLoad} label="a load" />
              {pass.variation !== null && (
                <p className={typography.quiet}>loads differ by {pass.variation.toFixed(1)} %</p>
              )}
              {d.minutesLeft !== null && (
                <p className={typography.quiet}>about {d.minutesLeft} min left at your pace</p>
              )}
            </Row>
          </>
        }
        count={
          <>
            <Counted done={done} of={d.plan.loads} beside={<>pass {pass.number}</>} />
            <CountTarget disabled={!mayLog} onCount={again}>
              Same again
            </CountTarget>
            <form
              noValidate
              onSubmit={(e: FormEvent) => {
                e.preventDefault();
                if (mass.trim()) weigh();
              }}
            >
              <WeightField
                label="It weighs"
                value={mass}
                onChange={setMass}
                error={counting.error?.at('mass')}
                placeholder={weighed ? `of load ${weighed.number}` : 'if you weigh it; Enter counts it'}
              />
              {noted.length > 0 && (
                <SelectField
                  className={styles.field}
                  label="This weight is of"
                  value={weighed?.event ?? nextOne}
                  onChange={setOf}
                  words={Object.fromEntries([
                    [nextOne, 'the next load'],
                    ...noted.map((l) => [l.event, `load ${l.number}${l.mass ? `, ${l.mass.text}` : ''}`] as const),
                  ])}
                />
              )}
            </form>
            {counting.away && <span>The server is away: it goes in by itself, with its time.</span>}
            <ProblemNotice error={counting.error && !counting.error.at('mass') ? counting.error : null} />
            <SayCount />
          </>
        }
      />
      <Passes run={run} mayLog={mayLog} />
      {done > 0 && <CameOff run={run} mayLog={mayLog} />}
      <RunEnds run={run} station="card" mayLog={mayLog} lastEvent={d.lastEvent} acts={acts} error={passing.error}>
        <Button
          variant="outlined"
          disabled={!mayLog || done === 0 || passing.busy}
          onClick={() => passing.send({ kind: 'beginCardPass', at: tappedAt() })}
        >
          Once more over the cards
        </Button>
      </RunEnds>
    </RunFrame>
  );
}

/** Loads counted at the end, neps after a pass, and what they say about one more. */
function Passes({ run, mayLog }: { run: RunOf<'card'>; mayLog: boolean }) {
  const d = run.details;
  const [loads, setLoads] = useState('');
  const [neps, setNeps] = useState('');
  const [pinch, setPinch] = useState('');
  const counting = useTap(run.id);
  const noting = useTap(run.id);
  const points = d.passes.flatMap((p) =>
    p.nepsPerGram === null ? [] : [{ pass: p.number, perGram: p.nepsPerGram, doubt: p.nepsDoubt ?? 0 }],
  );
  const count = (e: FormEvent) => {
    e.preventDefault();
    const value = number(loads);
    if (value !== null)
      counting.send({ kind: 'countCardLoads', count: value, at: tappedAt() }, emptying([loads, setLoads]));
  };
  const note = (e: FormEvent) => {
    e.preventDefault();
    const value = number(neps);
    if (value !== null)
      noting.send(
        { kind: 'countNeps', neps: value, pinch, at: tappedAt() },
        emptying([neps, setNeps], [pinch, setPinch]),
      );
  };
  return (
    <div className={styles.passes}>
      <Column gap={1}>
        {points.length > 0 && (
          <NepCurve
            points={points}
            next={d.nextNeps}
            words={`Neps in a gram: ${points.map((p) => `${p.perGram.toFixed(1)} after pass ${p.pass}`).join(', ')}. ${d.advice}`}
          />
        )}
        <p
          className={styles.sentence}
          style={{ borderLeft: `5px solid var(--${d.verdict === 'rising' ? 'madder' : 'oat'})` }}
        >
          {d.advice}
        </p>
      </Column>
      <Column gap={1.5}>
        <form className={styles.neps} noValidate onSubmit={note} aria-label="Neps">
          <NumberField
            style={{ width: 175 }}
            label="Neps in a pinch"
            whole
            value={neps}
            onChange={(v) => {
              noting.clearError();
              setNeps(v);
            }}
            error={noting.error?.at('neps')}
          />
          <div style={{ width: 175 }}>
            <WeightField
              label="The pinch weighs"
              value={pinch}
              onChange={(v) => {
                noting.clearError();
                setPinch(v);
              }}
              error={noting.error?.at('pinch')}
            />
          </div>
          <Button className={styles.button} type="submit" disabled={!mayLog || number(neps) === null}>
            Note the neps
          </Button>
        </form>
        <form className={styles.neps} noValidate onSubmit={count} aria-label="Loads counted at the end">
          <NumberField
            style={{ width: 225 }}
            label="Loads, counted at once"
            whole
            value={loads}
            onChange={(v) => {
              counting.clearError();
              setLoads(v);
            }}
            error={counting.error?.at('count')}
          />
          <Button className={styles.button} type="submit" disabled={!mayLog || number(loads) === null}>
            Count them
          </Button>
        </form>
      </Column>
    </div>
  );
}
