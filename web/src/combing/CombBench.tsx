import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState, type FormEvent } from 'react';
import { read, write } from '../api/keep';
import { useSession } from '../api/queries';
import { Combs } from '../drawings/Combs';
import { NoilBars } from '../drawings/NoilBars';
import { useAwake } from '../live/awake';
import { tappedAt } from '../api/clock';
import type { BenchProps } from '../runs/bench';
import { tell, tellCount } from '../runs/counted';
import { useCountKey } from '../runs/countKey';
import { CountTarget } from '../runs/CountTarget';
import { freeOf, runsOf, type RunOf } from '../runs/queries';
import { Counted, RunEnds, RunFrame, RunPanes } from '../runs/RunFrame';
import { SayCount } from '../runs/SayCount';
import { emptying, useRunActs, useTap, useUnseenTaps } from '../runs/taps';
import { SelectField } from '../ui/SelectField';
import { MassOf } from '../ui/Figure';
import { Notice, ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { Column, Row } from '../ui/layouts';
import { formWord } from '../ui/words';
import { StartCombing } from './StartCombing';
import { WeighAtCombs } from './WeighAtCombs';
import { combWayWord, drawnOffWord, endWord } from './words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './CombBench.module.css';

/** What is on the combs, which end of it leads, and the noil it leaves load by load; and the way onto them. */
export function CombBench({ lots, runs, wanted }: BenchProps) {
  const combing = runsOf(runs, 'comb');
  const free = freeOf(lots, combing);
  return (
    <Column className={layout.below24} gap={3}>
      {combing.map((run, i) => (
        <Combing key={run.id} run={run} first={i === 0} />
      ))}
      {free.length > 0 && <StartCombing lots={free} wanted={wanted} />}
    </Column>
  );
}

const nextOne = 'next';
const countsTransfers = 'count transfers';

function Combing({ run, first }: { run: RunOf<'comb'>; first: boolean }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const acts = useRunActs(run.id);
  const counting = useTap(run.id);
  const [top, setTop] = useState('');
  const [noil, setNoil] = useState('');
  /** The load that the weights are of; the next one where none is chosen. */
  const [of, setOf] = useState(nextOne);
  const { hasTransfers } = d.plan;
  // Who counts loads alone does not have to tap each transfer.
  const [each, setEach] = useState(() => read<boolean>(countsTransfers) !== false);
  // Those that wait for their answer are counted as well.
  const { transfers, loads: done } = useUnseenTaps(run).reduce(
    (at, tap) =>
      tap.kind === 'transferFibre'
        ? { ...at, transfers: at.transfers + 1 }
        : tap.kind === 'combOneLoad'
          ? { loads: at.loads + 1, transfers: 0 }
          : at,
    { loads: d.loads.length, transfers: d.transfers },
  );
  const stand = d.stands[Math.min(transfers, d.stands.length - 1)]!;
  const numbered = d.loads.map((l, i) => ({ ...l, number: i + 1 })).filter((l) => l.alone);
  const weighed = numbered.find((l) => l.event === of);
  const typed = top.trim() !== '' || noil.trim() !== '';
  useAwake(mayLog);
  const transfer = () => {
    acts.clear();
    if (counting.send({ kind: 'transferFibre', at: tappedAt() }))
      tell(`${transfers + 1}, ${endWord[d.stands[transfers + 1]?.leading ?? stand.leading]} lead`);
  };
  const empty = emptying([top, setTop], [noil, setNoil], [of, setOf, nextOne]);
  const drawOff = () => {
    acts.clear();
    const load = weighed ? {} : { top: top.trim() || null, noil: noil.trim() || null };
    // What was typed of an earlier load stays until it is noted.
    if (counting.send({ kind: 'combOneLoad', ...load, at: tappedAt() }, weighed ? undefined : empty))
      tellCount(done + 1, d.plan.loads, 'load');
  };
  const weigh = () => {
    if (!weighed) return drawOff();
    acts.clear();
    counting.send(
      {
        kind: 'weighCombLoad',
        load: weighed.event,
        top: top.trim() || null,
        noil: noil.trim() || null,
        at: tappedAt(),
      },
      empty,
    );
  };
  // What comes next: a transfer while some are left, then the load.
  const transfersNext = hasTransfers && each && !stand.isReady && !typed;
  const next = transfersNext ? transfer : drawOff;
  useCountKey(first && mayLog, next);
  const fill = d.plan.fills.length === 0 ? null : d.plan.fills[Math.min(transfers, d.plan.fills.length - 1)]!;
  const field = (name: 'top' | 'noil') => ({
    value: name === 'top' ? top : noil,
    onChange: (text: string) => {
      counting.clearError();
      (name === 'top' ? setTop : setNoil)(text);
    },
    error: counting.error?.at(name),
  });
  return (
    <RunFrame
      run={run}
      at="On the combs:"
      title={
        <>
          {d.plan.all.text}
          {d.tool ? ` on ${d.tool}` : ''}
        </>
      }
      about={
        <>
          to {formWord[d.plan.gives]}, {combWayWord[d.way]}
          {d.way !== 'flicked' && `, by the ${endWord[d.lashedBy]}`}
          {d.wanted && `, the ${endWord[d.wanted]} to lead`}
          {d.way !== 'flicked' &&
            `; ${drawnOffWord[d.drawnOff]}${d.dizMillimetres ? ` of ${d.dizMillimetres} mm` : ''}`}
        </>
      }
    >
      <RunPanes
        picture={
          <>
            {d.way !== 'flicked' && (
              <Combs
                fill={fill}
                transfers={transfers}
                leading={stand.leading}
                pair={hasTransfers}
                words={stand.sentence}
              />
            )}
            <p
              className={styles.said}
              style={{ borderLeft: `5px solid var(--${stand.isReady ? 'lichen' : 'oat'})` }}
              role="status"
            >
              {stand.sentence}
            </p>
            <NoilBars
              loads={d.loads.map((l) => ({ percent: l.noilPercent, standsOut: l.standsOut }))}
              planned={d.plan.loads}
              words={`Noil by load. ${d.noilSentence} ${d.tenderSentence}`.trim()}
            />
            {d.tenderSentence && <Notice tone="watch">{d.tenderSentence}</Notice>}
            {d.noilSentence && <p className={typography.quiet}>{d.noilSentence}</p>}
            <Row align="end" gap={3}>
              <MassOf mass={d.plan.perLoad} label="a load" />
              {d.minutesLeft !== null && (
                <p className={typography.quiet}>about {d.minutesLeft} min left at your pace</p>
              )}
            </Row>
          </>
        }
        count={
          <>
            <Counted
              done={done}
              of={d.plan.loads}
              beside={
                hasTransfers && (
                  <>
                    {transfers} of {d.plan.transfers} transfers
                  </>
                )
              }
            />
            {d.way !== 'flicked' && (
              <p className={typography.strong}>
                {endWord[stand.leading]} lead now{stand.isReady ? ': draw off' : ''}
              </p>
            )}
            <CountTarget disabled={!mayLog} onCount={next}>
              {transfersNext ? 'Transferred' : d.way === 'littleByLittle' ? 'One cycle more' : 'Drawn off'}
            </CountTarget>
            {hasTransfers && each && (
              <Button variant="outlined" disabled={!mayLog} onClick={transfersNext ? drawOff : transfer}>
                {transfersNext ? 'Drawn off already' : 'One more transfer'}
              </Button>
            )}
            <form
              className={styles.form}
              noValidate
              onSubmit={(e: FormEvent) => {
                e.preventDefault();
                if (typed) weigh();
              }}
            >
              <WeightField label="Its top weighs" {...field('top')} placeholder="if you weigh it" />
              <WeightField label="Its noil weighs" {...field('noil')} placeholder="Enter counts the load" />
              {/* Enter in a form of two fields needs something to press. */}
              <Button type="submit" variant="outlined" disabled={!mayLog || !typed}>
                {weighed ? `Weighed: load ${weighed.number}` : 'Drawn off and weighed'}
              </Button>
              {numbered.length > 0 && (
                <SelectField
                  className={layout.above8}
                  label="These weights are of"
                  value={weighed?.event ?? nextOne}
                  onChange={setOf}
                  words={Object.fromEntries([
                    [nextOne, 'the next load'],
                    ...numbered.map(
                      (l) =>
                        [
                          l.event,
                          `load ${l.number}${l.top ? `, ${l.top.text}` : ''}${l.noil ? ` and ${l.noil.text}` : ''}`,
                        ] as const,
                    ),
                  ])}
                />
              )}
            </form>
            {counting.away && <span>The server is away: it goes in by itself, with its time.</span>}
            <ProblemNotice
              error={counting.error && !['top', 'noil'].some((f) => counting.error?.at(f)) ? counting.error : null}
            />
            {hasTransfers && (
              <FormControlLabel
                control={
                  <Checkbox
                    checked={each}
                    onChange={(e) => {
                      write(countsTransfers, e.target.checked);
                      setEach(e.target.checked);
                    }}
                  />
                }
                label="Count transfers too"
              />
            )}
            <SayCount />
          </>
        }
      />
      <WeighAtCombs run={run} mayLog={mayLog} />
      <RunEnds run={run} station="comb" mayLog={mayLog} lastEvent={d.lastEvent} acts={acts} />
    </RunFrame>
  );
}
