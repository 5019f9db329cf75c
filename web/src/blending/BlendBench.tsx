import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import { useSession } from '../api/queries';
import { LaidLoad } from '../drawings/Layers';
import { useAwake } from '../live/awake';
import { tappedAt } from '../api/clock';
import type { BenchProps } from '../runs/bench';
import { tellCount } from '../runs/counted';
import { useCountKey } from '../runs/countKey';
import { CountTarget } from '../runs/CountTarget';
import { freeOf, runsOf, type RunOf } from '../runs/queries';
import { Counted, RunEnds, RunFrame, RunPanes } from '../runs/RunFrame';
import { SayCount } from '../runs/SayCount';
import { emptying, useRunActs, useTap, useUnseen } from '../runs/taps';
import { MassOf } from '../ui/Figure';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { formWord } from '../ui/words';
import { StartBlend } from './StartBlend';
import { blendOnWord } from './words';
import styles from './BlendBench.module.css';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** Blends under way, load by load; and the plan of the next one. */
export function BlendBench({ lots, runs, wanted }: BenchProps) {
  const blends = runsOf(runs, 'blend');
  const free = freeOf(lots, blends);
  return (
    <Column className={layout.below24} gap={3}>
      {blends.map((run, i) => (
        <Blending key={run.id} run={run} first={i === 0} />
      ))}
      <StartBlend lots={free} wanted={wanted} />
    </Column>
  );
}

function Blending({ run, first }: { run: RunOf<'blend'>; first: boolean }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const acts = useRunActs(run.id);
  const counting = useTap(run.id);
  const passing = useTap(run.id);
  const atOnce = useTap(run.id);
  const [mass, setMass] = useState('');
  const [loads, setLoads] = useState('');
  // Those that wait for their answer are counted as well.
  const done = d.loads.length + useUnseen(run)((c) => c.kind === 'blendOneLoad');
  useAwake(mayLog);
  const again = () => {
    acts.clear();
    const sent = counting.send(
      { kind: 'blendOneLoad', mass: mass.trim() || null, at: tappedAt() },
      emptying([mass, setMass]),
    );
    if (sent) tellCount(done + 1, d.planned);
  };
  useCountKey(first && mayLog, again);
  return (
    <RunFrame
      run={run}
      at="Blend of"
      title={<>{d.total.text}</>}
      about={
        <>
          to {formWord[d.gives]} on {d.tool ?? blendOnWord[d.on]}
        </>
      }
    >
      <RunPanes
        first={
          <LaidLoad
            layers={d.laid.map((l) => ({ component: l.component, grams: l.mass.grams, text: l.mass.text }))}
            shades={d.shades}
            words={`Lay on from the bottom: ${d.laid.map((l) => `${d.portions[l.component]!.code} ${l.mass.text}`).join(', ')}.`}
          />
        }
        picture={
          <>
            <Table className={styles.loads}>
              <TableHead>
                <TableRow>
                  <TableCell>weigh out</TableCell>
                  <TableCell>a load</TableCell>
                  <TableCell>in all</TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {d.portions.map((p, i) => (
                  <TableRow key={p.code}>
                    <TableCell>
                      <span className={styles.swatch} style={{ backgroundColor: d.shades[i] }} />
                      {p.share} {p.code}
                    </TableCell>
                    <TableCell>{p.weigh === 'eachLoad' ? p.perLoad.text : 'by eye'}</TableCell>
                    <TableCell>{p.total.text}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
            {d.portions
              .filter((p) => p.advice)
              .map((p) => (
                <Notice key={p.code} tone="watch">
                  {p.code}: {p.advice}
                </Notice>
              ))}
            <p role="status">{d.sentence}</p>
            <Row align="end" gap={3}>
              <MassOf mass={d.perLoad} label="a load" />
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
              of={d.planned}
              beside={
                <>
                  pass {d.passes} of {d.plannedPasses}
                </>
              }
            />
            <CountTarget disabled={!mayLog} onCount={again}>
              Same again
            </CountTarget>
            <form
              noValidate
              onSubmit={(e: FormEvent) => {
                e.preventDefault();
                if (mass.trim()) again();
              }}
            >
              <WeightField
                label="It weighs"
                value={mass}
                onChange={setMass}
                error={counting.error?.at('mass')}
                placeholder="if you weigh it; Enter counts it"
              />
            </form>
            <form
              className={styles.form}
              noValidate
              onSubmit={(e: FormEvent) => {
                e.preventDefault();
                const count = number(loads);
                if (count !== null)
                  atOnce.send({ kind: 'countBlendLoads', count, at: tappedAt() }, emptying([loads, setLoads]));
              }}
            >
              <NumberField
                label="Loads, counted at once"
                shrink
                whole
                value={loads}
                onChange={(v) => {
                  atOnce.clearError();
                  setLoads(v);
                }}
                error={atOnce.error?.at('count')}
              />
              <Button className={layout.above6} type="submit" disabled={!mayLog || number(loads) === null}>
                Count
              </Button>
            </form>
            {counting.away && <span>The server is away: it goes in by itself, with its time.</span>}
            <ProblemNotice error={counting.error && !counting.error.at('mass') ? counting.error : null} />
            <SayCount />
          </>
        }
      />
      <RunEnds run={run} station="blend" mayLog={mayLog} lastEvent={d.lastEvent} acts={acts} error={passing.error}>
        <Button
          variant="outlined"
          disabled={!mayLog || done === 0 || passing.busy}
          onClick={() => passing.send({ kind: 'passBlend', at: tappedAt() })}
        >
          Split and lay together once more
        </Button>
      </RunEnds>
    </RunFrame>
  );
}
