import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
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
import { useRunActs, useTap } from '../runs/taps';
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

/** Blends under way, load by load; and the plan of the next one. */
export function BlendBench({ lots, runs, wanted }: BenchProps) {
  const blends = runsOf(runs, 'blend');
  const free = freeOf(lots, blends);
  return (
    <Column gap={3} sx={{ mb: 3 }}>
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
  const done = d.loads.length;
  useAwake(mayLog);
  const again = () => {
    acts.clear();
    const sent = counting.send({ kind: 'blendOneLoad', mass: mass.trim() || null, at: tappedAt() }, () =>
      setMass((now) => (now === mass ? '' : now)),
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
            <table className={styles.loads}>
              <thead>
                <tr>
                  <th scope="col">weigh out</th>
                  <th scope="col">a load</th>
                  <th scope="col">in all</th>
                </tr>
              </thead>
              <tbody>
                {d.portions.map((p, i) => (
                  <tr key={p.code}>
                    <td>
                      <Box
                        component="span"
                        sx={{ display: 'inline-block', width: 14, height: 14, mr: 1, border: 1, bgcolor: d.shades[i] }}
                      />
                      {p.share} {p.code}
                    </td>
                    <td>{p.weigh === 'eachLoad' ? p.perLoad.text : 'by eye'}</td>
                    <td>{p.total.text}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {d.portions
              .filter((p) => p.advice)
              .map((p) => (
                <Notice key={p.code} tone="watch">
                  {p.code}: {p.advice}
                </Notice>
              ))}
            <Typography role="status">{d.sentence}</Typography>
            <Row gap={3} sx={{ alignItems: 'end' }}>
              <MassOf mass={d.perLoad} label="a load" />
              {d.minutesLeft !== null && (
                <Typography color="text.secondary">about {d.minutesLeft} min left at your pace</Typography>
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
            <Box
              component="form"
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
            </Box>
            <Box
              component="form"
              noValidate
              onSubmit={(e: FormEvent) => {
                e.preventDefault();
                const count = number(loads);
                if (count !== null) atOnce.send({ kind: 'countBlendLoads', count, at: tappedAt() }, () => setLoads(''));
              }}
              sx={{ display: 'flex', gap: 1, alignItems: 'start' }}
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
              <Button type="submit" disabled={!mayLog || number(loads) === null} sx={{ mt: 0.75 }}>
                Count
              </Button>
            </Box>
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
