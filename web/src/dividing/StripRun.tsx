import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Schema } from '../api/client';
import { useSession } from '../api/queries';
import { StripChart } from '../drawings/StripChart';
import { useAwake } from '../live/awake';
import { tappedAt } from '../api/clock';
import { tellCount } from '../runs/counted';
import { useCountKey } from '../runs/countKey';
import { CountTarget } from '../runs/CountTarget';
import type { RunOf } from '../runs/queries';
import { Counted, RunFrame, RunPanes } from '../runs/RunFrame';
import { SayCount } from '../runs/SayCount';
import { useRunActs, useTap, useUnseen } from '../runs/taps';
import { ProblemNotice, Section } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { WeightField } from '../ui/WeightField';
import { WordToggle } from '../ui/WordToggle';
import { Column, Row } from '../ui/layouts';
import { draftsFromWord } from './words';
import styles from './StripRun.module.css';

/** A strip chart as it is ticked off: the strips of each ply in their order, what comes next, and the rest planned anew. */
export function StripRun({ run, first }: { run: RunOf<'divide'>; first: boolean }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const [chosen, setChosen] = useState(0);
  const acts = useRunActs(run.id);
  const ticking = useTap(run.id);
  const ending = useTap(run.id);
  // Strips whose taps wait for their answer are done as well.
  const unseen = useUnseen(run);
  const plies = d.plies.map((p, i) => ({
    ...p,
    done: Math.min(p.strips.length, p.done + unseen((c) => c.kind === 'tickStrip' && c.ply === i)),
  }));
  // The ply one works at; a ply that is done hands over to the next that is not.
  const open = plies.findIndex((p) => p.done < p.strips.length);
  const at = plies[chosen] && plies[chosen].done < plies[chosen].strips.length ? chosen : open;
  const ply = plies[at];
  const next = ply?.strips[ply.done];
  useAwake(mayLog);
  const tick = () => {
    if (!ply || !next) return;
    acts.clear();
    if (ticking.send({ kind: 'tickStrip', ply: at, at: tappedAt() })) tellCount(ply.done + 1, ply.strips.length);
  };
  useCountKey(first && mayLog && !d.isDone, tick);
  const codes = d.colours.filter((c) => c.code !== null);
  return (
    <RunFrame
      run={run}
      at="Strips of"
      title={<>strips in order</>}
      about={<>{d.colours.map((c) => `${c.name} ${c.code ?? c.colour}`).join(', ')}</>}
    >
      <RunPanes
        picture={
          <>
            <StripChart
              plies={plies.map((p) =>
                p.strips.map((s, i) => ({ name: s.name, colour: s.colour, grams: s.mass.grams, done: i < p.done })),
              )}
              words={`Strips in order. ${plies.map((p, i) => `Ply ${i + 1}: ${p.done} of ${p.strips.length} done.`).join(' ')}`}
            />
            <p>{d.sentence}</p>
          </>
        }
        count={
          <>
            {ply && next ? (
              <>
                <Counted done={ply.done} of={ply.strips.length} beside={<>ply {at + 1}</>} />
                <CountTarget disabled={!mayLog} onCount={tick}>
                  {next.name || 'plain'}, {next.mass.text}
                </CountTarget>
              </>
            ) : (
              <p role="status">Every strip lies in its place.</p>
            )}
            {plies.length > 1 && !d.isDone && (
              <WordToggle
                label="The ply one works at"
                value={`${at}`}
                onChange={(value) => setChosen(Number(value))}
                words={plies.map((_, i) => ({ value: `${i}`, word: `ply ${i + 1}` }))}
              />
            )}
            {ticking.away && <span>The server is away: it goes in by itself, with its time.</span>}
            <ProblemNotice error={ticking.error} />
            <SayCount />
          </>
        }
      />
      {mayLog && !d.isDone && <PlanRest run={run} />}
      {codes.length > 0 && (
        <Section title="Which end drafts better" level="h3">
          <Column gap={1}>
            {codes.map((c) => (
              <Row align="center" key={c.name} gap={1}>
                <div className={styles.swatch} style={{ backgroundColor: c.colour }} aria-hidden />
                <p className={styles.sentence}>
                  {c.name}, {c.code}
                </p>
                <WordToggle
                  label={`${c.name} drafts better from`}
                  disabled={!mayLog}
                  value={c.from ?? ('' as Schema['DraftsFrom'])}
                  onChange={(from) =>
                    from !== ('' as string) &&
                    ending.send({ kind: 'noteBetterEnd', colour: c.name, from, at: tappedAt() })
                  }
                  words={(Object.keys(draftsFromWord) as Schema['DraftsFrom'][]).map((value) => ({
                    value,
                    word: draftsFromWord[value],
                  }))}
                />
              </Row>
            ))}
          </Column>
        </Section>
      )}
      <Row gap={1}>
        <Button
          disabled={!mayLog || !d.lastEvent}
          onClick={() => {
            ticking.clearError();
            if (d.lastEvent) acts.withdraw(d.lastEvent);
          }}
        >
          Take the last one back
        </Button>
        {mayLog &&
          (d.isDone ? (
            <Button variant="contained" onClick={() => acts.end()}>
              Put the chart away
            </Button>
          ) : (
            <TwiceButton label="Put the chart away" sure="Put it away as it is" onSure={() => acts.end()} />
          ))}
      </Row>
      <ProblemNotice error={acts.error ?? ending.error ?? null} />
    </RunFrame>
  );
}

function PlanRest({ run }: { run: RunOf<'divide'> }) {
  const d = run.details;
  const [open, setOpen] = useState(false);
  // What was typed stays when a strip is ticked meanwhile; a ply that was left alone shows what is still to come of it.
  const [typed, setTyped] = useState<Record<number, string>>({});
  const rest = d.plies.map((p, i) => typed[i] ?? p.rest);
  const [mass, setMass] = useState('');
  const planning = useTap(run.id);
  if (!open)
    return (
      <div>
        <Button
          onClick={() => {
            setTyped({});
            setOpen(true);
          }}
        >
          Plan the rest anew
        </Button>
      </div>
    );
  return (
    <Column gap={1}>
      <Row align="start" gap={1.5}>
        {d.plies.map((_, i) => (
          <TextField
            style={{ width: 240 }}
            key={i}
            label={`Still to come of ply ${i + 1}`}
            value={rest[i]}
            onChange={(e) => {
              planning.clearError();
              setTyped({ ...typed, [i]: e.target.value });
            }}
            error={!!planning.error?.at(`rest[${i}]`)}
            helperText={planning.error?.at(`rest[${i}]`) ?? 'what is done stays'}
          />
        ))}
        <div style={{ width: 190 }}>
          <WeightField
            label="Each of them weighs"
            value={mass}
            onChange={(text) => {
              planning.clearError();
              setMass(text);
            }}
            error={planning.error?.at('mass')}
            placeholder="as before"
          />
        </div>
      </Row>
      <Row gap={1}>
        <Button
          variant="outlined"
          onClick={() =>
            planning.send({ kind: 'replanStrips', rest, mass: mass.trim() || null, at: tappedAt() }, () => {
              setOpen(false);
              return () => setOpen(true);
            })
          }
        >
          So goes the rest
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it as it was</Button>
      </Row>
    </Column>
  );
}
