import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState, type FormEvent } from 'react';
import { tappedAt } from '../api/clock';
import type { Schema } from '../api/client';
import { useSession } from '../api/queries';
import { useAwake } from '../live/awake';
import type { BenchProps } from '../runs/bench';
import { useBeginRun } from '../runs/beginRun';
import { runsOf, type RunOf } from '../runs/queries';
import { RunFrame, RunPanes } from '../runs/RunFrame';
import { emptying, useRunActs, useTap } from '../runs/taps';
import { number } from '../ui/figures';
import { LotChips } from '../ui/LotChips';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { TwiceButton } from '../ui/TwiceButton';
import { useFields } from '../ui/useFields';
import { WeightField } from '../ui/WeightField';
import { WordToggle } from '../ui/WordToggle';
import { Column, Row } from '../ui/layouts';
import { FeltBalls } from './FeltBalls';
import { againBalls, useBalls } from './queries';
import { rolledByWord } from './words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './FeltBench.module.css';

const kinds = (Object.keys(rolledByWord) as Schema['RolledBy'][]).map((value) => ({
  value,
  word: rolledByWord[value],
}));

/** Pinches that are rolled, and the way to the next one. */
export function FeltBench({ lots, runs, wanted }: BenchProps) {
  return (
    <Column className={layout.below24} gap={3}>
      {runsOf(runs, 'testFelting').map((run) => (
        <Rolling key={run.id} run={run} />
      ))}
      {lots.length > 0 ? (
        <Begin lots={lots} wanted={wanted} />
      ) : (
        <p className={typography.quiet}>Nothing clean lies here yet: a pinch is rolled of what was washed.</p>
      )}
    </Column>
  );
}

/** Which lot, how much of it, and what is counted. */
function Begin({ lots, wanted }: { lots: readonly Schema['LotLine'][]; wanted: string | null }) {
  const looker = useSession().data?.workshop?.role === 'looker';
  const came = lots.find((l) => l.code === wanted) ?? (lots.length === 1 ? lots[0] : undefined);
  const [chosen, setChosen] = useState<string[] | null>(null);
  const balls = useBalls();
  const form = useFields({ pinch: '', by: 'minutes' as Schema['RolledBy'] });
  const starting = useBeginRun(() => {
    setChosen(null);
    form.reset();
  });
  const lotIds = (chosen ?? (came ? [came.id] : [])).filter((id) => lots.some((l) => l.id === id));
  const begin = (e: FormEvent) => {
    e.preventDefault();
    starting.begin({ craft: 'testFelting', lotIds, ...form.values, startedAt: tappedAt() });
  };
  return (
    <form noValidate onSubmit={begin} aria-label="Roll a pinch">
      <Column gap={1.5}>
        <h2>Roll a pinch</h2>
        {balls.data && balls.data.length > 0 && (
          <FeltBalls label="Balls of your tests" looks={[]} others={balls.data} />
        )}
        {/* One at a time: the last that was chosen counts. */}
        <LotChips lots={lots} chosen={lotIds} onChange={(ids) => setChosen(ids.slice(-1))} first="testFelting" />
        <Row align="start" gap={1}>
          <WeightField
            label="The pinch"
            value={form.values.pinch}
            onChange={(pinch) => {
              starting.clearError();
              form.set({ pinch });
            }}
            error={starting.error?.at('pinch')}
            placeholder="about 2 g"
          />
          <WordToggle
            label="What is counted"
            value={form.values.by}
            onChange={(by) => form.set({ by })}
            words={kinds}
          />
        </Row>
        <Row gap={1}>
          <Button type="submit" variant="contained" disabled={lotIds.length === 0 || looker || starting.busy}>
            Begin rolling
          </Button>
        </Row>
        {starting.away && <p>The server is away: this is kept here and goes in by itself.</p>}
        <ProblemNotice error={starting.error?.at('pinch') ? null : starting.error} />
      </Column>
    </form>
  );
}

/** The pinch as it was each time it was looked at, and what that comes to. */
function Rolling({ run }: { run: RunOf<'testFelting'> }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const acts = useRunActs(run.id);
  const noting = useTap(run.id);
  const usual = `${d.nextLook ?? ''}`;
  const [count, setCount] = useState<string | null>(null);
  const [width, setWidth] = useState('');
  const [holds, setHolds] = useState(false);
  useAwake(mayLog);
  const code = run.lots[0]?.code ?? '';
  const doubted = d.readings.filter((r) => r.doubt);
  const typed = () => {
    noting.clearError();
    acts.clear();
  };
  const note = (loose: boolean) => {
    acts.clear();
    noting.send(
      {
        kind: 'measureBall',
        count: number(count ?? usual),
        width: loose ? null : width.trim() || null,
        holds: !loose && holds,
        at: tappedAt(),
      },
      () => {
        setCount(null);
        setHolds(false);
        const putBack = emptying([width, setWidth])();
        return () => {
          setCount(count);
          setHolds(holds);
          putBack?.();
        };
      },
    );
  };
  const needsWidth = width.trim() === '';
  return (
    <RunFrame run={run} at="Rolled of" title={<>{d.pinch.text} rolled</>} about={<>counted in {rolledByWord[d.by]}</>}>
      <RunPanes
        picture={
          <>
            <FeltBalls
              label={`The pinch of ${code}`}
              looks={
                d.readings.length === 0
                  ? [{ name: 'unrolled', below: d.pinch.text, millimetres: d.loose, loose: true }]
                  : d.readings.map((r) => ({
                      name: r.after,
                      below: r.width,
                      millimetres: r.widthMillimetres ?? d.loose,
                      loose: r.widthMillimetres === null,
                      doubted: r.doubt !== '',
                    }))
              }
              others={d.others}
            />
            <p
              className={styles.said}
              style={{ borderLeft: `5px solid var(--${d.felts ? 'lichen' : 'oat'})` }}
              role="status"
            >
              {d.sentence} {d.beside}
            </p>
            {doubted.map((r) => (
              <Notice key={r.event} tone="watch">
                {r.after}, {r.width}: {r.doubt}{' '}
                {mayLog && (
                  <Button
                    size="small"
                    onClick={() => noting.send({ kind: 'believeWidth', measured: r.event, at: tappedAt() })}
                  >
                    It was so
                  </Button>
                )}
              </Notice>
            ))}
          </>
        }
        count={
          mayLog && d.mayMeasure ? (
            <form
              noValidate
              aria-label={`Look at ${code}`}
              onSubmit={(e) => {
                e.preventDefault();
                note(false);
              }}
            >
              <Column gap={1.5}>
                <div className={styles.fields}>
                  <NumberField
                    label={d.by === 'strokes' ? 'After strokes in all' : 'After minutes in all'}
                    value={count ?? usual}
                    onChange={(text) => {
                      typed();
                      setCount(text);
                    }}
                    error={noting.error?.at('count')}
                  />
                  <NumberField
                    label="Across the ball, mm"
                    value={width}
                    onChange={(text) => {
                      typed();
                      setWidth(text);
                    }}
                    error={noting.error?.at('width')}
                    help="by a ruler or callipers, where it is widest"
                  />
                </div>
                <FormControlLabel
                  control={<Checkbox checked={holds} onChange={(e) => setHolds(e.target.checked)} />}
                  label="It keeps its shape when squeezed"
                />
                <Row gap={1}>
                  <Button type="submit" variant="contained" disabled={needsWidth || noting.busy}>
                    Note its width
                  </Button>
                  <Button disabled={!needsWidth || noting.busy} onClick={() => note(true)}>
                    It is still loose
                  </Button>
                </Row>
                {noting.away && <span>The server is away: it goes in by itself, with its time.</span>}
                <ProblemNotice error={noting.error?.at('count') || noting.error?.at('width') ? null : noting.error} />
              </Column>
            </form>
          ) : (
            <p>{d.opened ? 'It opened again.' : 'It was looked at often enough.'}</p>
          )
        }
      />
      {mayLog && (
        <Row gap={1}>
          <Button variant="contained" disabled={!d.felts} onClick={() => acts.end(againBalls)}>
            Keep what it came to
          </Button>
          <Button
            disabled={d.readings.length === 0 || d.opened}
            onClick={() => noting.send({ kind: 'noteOpened', at: tappedAt() })}
          >
            It opened as it dried
          </Button>
          <Button disabled={!d.lastEvent} onClick={() => d.lastEvent && acts.withdraw(d.lastEvent)}>
            Take the last one back
          </Button>
          {!d.felts && <TwiceButton label="Leave it" sure="Leave it, nothing is kept" onSure={() => acts.end()} />}
        </Row>
      )}
      <ProblemNotice error={acts.error ?? null} />
    </RunFrame>
  );
}
