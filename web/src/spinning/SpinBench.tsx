import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { useLot, useSession } from '../api/queries';
import { Bobbins } from '../drawings/Bobbins';
import { useAwake } from '../live/awake';
import { tappedAt } from '../api/clock';
import type { BenchProps } from '../runs/bench';
import { freeOf, runsOf, type RunOf } from '../runs/queries';
import { RunEnds, RunFrame } from '../runs/RunFrame';
import { emptying, useRunActs, useTap } from '../runs/taps';
import { SelectField } from '../ui/SelectField';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { WordToggle } from '../ui/WordToggle';
import { Column, Row } from '../ui/layouts';
import { drawWord, formWord, holdingWord, twistWord } from '../ui/words';
import { Beat } from './Beat';
import { Becomes } from './Becomes';
import { Clock, FillForm, RestButton, Tallies } from './Bench';
import { NewPlyBack } from './NewPlyBack';
import { useSpinPace, useSpunWeek } from './queries';
import { Trail } from './Trail';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './SpinBench.module.css';

/** What is being spun: its trail under the yarn that is wanted, time, bobbins and counts; and the way to aim at another. */
export function SpinBench({ lots, runs, wanted }: BenchProps) {
  const spinning = runsOf(runs, 'spin');
  const free = freeOf(lots, spinning);
  const came = free.find((l) => l.code === wanted);
  const shown = came ? [came] : free.slice(0, 8);
  const week = useSpunWeek().data;
  const pace = useSpinPace().data ?? [];
  return (
    <Column className={layout.below24} gap={3}>
      {spinning.map((run) => (
        <Spinning key={run.id} run={run} />
      ))}
      {shown.length > 0 && (
        <Row align="center" gap={1}>
          <p>Aim at a yarn, and keep its trail, from</p>
          {shown.map((l) => (
            <Button
              key={l.id}
              variant={came ? 'contained' : 'outlined'}
              component={RouterLink}
              to={`/aim?lot=${l.code}`}
            >
              {l.code}
            </Button>
          ))}
        </Row>
      )}
      {week && week.by.length > 0 && (
        <p className={typography.quiet}>
          Spun since Monday: {week.by.map((b) => `${b.who} ${b.length}`).join(', ')}
          {week.by.length > 1 && `; together ${week.all}`}.
        </p>
      )}
      {pace.length > 0 && (
        <Section title="How fast it goes, by preparation and draw" level="h2">
          <ul className={layout.indentedList} aria-label="Spun in an hour">
            {pace.map((p) => (
              <li key={`${p.from} ${p.draw ?? ''}`}>
                {formWord[p.from]}, {p.draw ? drawWord[p.draw] : 'draw not noted'}:{' '}
                <strong>{[p.metres, p.mass].filter(Boolean).join(' and ')}</strong> an hour{' '}
                <span className={typography.quiet}>({p.of})</span>
              </li>
            ))}
          </ul>
        </Section>
      )}
    </Column>
  );
}

function Spinning({ run }: { run: RunOf<'spin'> }) {
  const d = run.details;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const acts = useRunActs(run.id);
  const reading = useTap(run.id);
  const beginning = useTap(run.id);
  const drawing = useTap(run.id);
  const holding = useTap(run.id);
  const [settings, setSettings] = useState('');
  const [bobbin, setBobbin] = useState('');
  const lot = useLot(run.lots[0]?.code ?? '');
  const colour = lot.data?.lot.colour ?? '';
  useAwake(mayLog && d.clock.since !== null);
  const last = d.aim.trials.at(-1);
  // A spindle, a quill or a great wheel winds a cop.
  const isSpindle = d.by === 'turns';
  const filled = isSpindle ? 'cop' : 'bobbin';
  return (
    <RunFrame
      run={run}
      at="Being spun:"
      title={
        <>
          {run.lots[0]?.grams ? `${run.lots[0].grams} g ` : ''}for {d.aim.target.wrapsPerInch} WPI
          {d.tool ? ` on ${d.tool}` : ''}
        </>
      }
      about={<>{d.aim.sentences[0]?.replace(/\.$/, '')}</>}
    >
      {run.calls[0]?.act === 'restUntil' && <Notice tone="kept">{run.calls[0].sentence}</Notice>}
      <Clock run={run.id} clock={d.clock} disabled={!mayLog}>
        {/* Feet are on a wheel; a spindle is turned by hand. */}
        {d.by === 'treadles' && (
          <Beat each={d.aim.next?.treadles ?? null} drawMillimetres={d.aim.next?.drawMillimetres ?? null} />
        )}
        <RestButton run={run.id} disabled={!mayLog} />
      </Clock>
      {d.holdings.length > 1 && (
        <Row align="center" gap={1}>
          <p className={typography.quiet}>Held</p>
          <WordToggle
            label="How it is held"
            disabled={!mayLog || holding.busy}
            value={d.holding ?? ('' as Schema['Holding'])}
            onChange={(held) =>
              held !== d.holding && holding.send({ kind: 'noteHolding', holding: held, at: tappedAt() })
            }
            words={d.holdings.map((value) => ({ value, word: holdingWord[value] }))}
          />
        </Row>
      )}
      <ProblemNotice error={holding.error} />
      <Row align="center" gap={1}>
        <p className={typography.quiet}>Drawn</p>
        <WordToggle
          label="How it is drawn"
          disabled={!mayLog || drawing.busy}
          value={d.draw ?? ('' as Schema['Draw'])}
          onChange={(draw) =>
            draw !== ('' as string) && draw !== d.draw && drawing.send({ kind: 'noteDraw', draw, at: tappedAt() })
          }
          words={(Object.keys(drawWord) as Schema['Draw'][]).map((value) => ({ value, word: drawWord[value] }))}
        />
      </Row>
      <ProblemNotice error={drawing.error} />
      <Trail view={d.aim} colour={colour} said={d.trail.map((t) => t.changed)} />
      {mayLog && (
        <NewPlyBack
          by={d.by}
          next={d.aim.next}
          changes
          busy={reading.busy}
          error={reading.error}
          nameOf={(f) => f}
          clear={reading.clearError}
          note={(read, empty) => {
            acts.clear();
            reading.send({ kind: 'readPlyBack', ...read, at: tappedAt() }, empty);
          }}
        />
      )}
      {reading.away && <span>The server is away: it goes in by itself, with its time.</span>}
      <Section title={isSpindle ? 'Cops' : 'Bobbins'} level="h3">
        <Column gap={1.5}>
          {d.bobbins.length > 0 && (
            <Bobbins
              colour={colour}
              words={`${isSpindle ? 'Cops' : 'Bobbins'}: ${d.bobbins.map((b, i) => `${i + 1} ${b.mass?.text ?? ''} ${b.length}`).join('; ')}`}
              bobbins={d.bobbins.map((b, i) => ({
                name: `${i + 1}`,
                holds: b.metres ?? b.mass?.grams ?? null,
                fill: b.fill,
                text: [b.mass?.text, b.length, b.words].filter(Boolean).join(' · '),
                twist: b.direction ?? '',
                apart: b.caution !== '',
              }))}
            />
          )}
          {d.bobbins
            .filter((b) => b.caution)
            .map((b) => (
              <Notice key={b.event} tone="watch">
                {b.caution}
              </Notice>
            ))}
          {[...d.sentences, ...d.aim.drafting].map((s) => (
            <p key={s}>{s}</p>
          ))}
          {d.begun === null ? (
            <Row align="start" gap={1}>
              <TextField
                slotProps={{ htmlInput: { maxLength: 200 } }}
                style={{ width: 210 }}
                label={isSpindle ? 'Hanging or parked, how wound' : 'Whorl, dial, pull'}
                value={settings}
                onChange={(e) => {
                  beginning.clearError();
                  setSettings(e.target.value);
                }}
                error={!!beginning.error?.at('settings')}
                helperText={beginning.error?.at('settings') ?? `for the next ${filled}`}
              />
              {d.bobbinKinds.length > 1 && (
                <SelectField
                  style={{ width: 160 }}
                  label="On the bobbin"
                  value={bobbin || d.bobbinKinds[0]!}
                  onChange={setBobbin}
                  words={Object.fromEntries(d.bobbinKinds.map((k) => [k, k]))}
                />
              )}
              {(['z', 's'] as const).map((direction) => (
                <Button
                  className={layout.above4}
                  key={direction}
                  variant="outlined"
                  disabled={!mayLog}
                  onClick={() =>
                    beginning.send(
                      {
                        kind: 'beginBobbin',
                        direction,
                        settings: settings.trim() || null,
                        bobbin: bobbin || d.bobbinKinds[0] || null,
                        at: tappedAt(),
                      },
                      emptying([settings, setSettings]),
                    )
                  }
                >
                  Begin a {filled}, {twistWord[direction]}
                </Button>
              ))}
            </Row>
          ) : (
            <p>
              A {filled} is being filled, {twistWord[d.begun]}, as you{' '}
              {isSpindle ? 'look down on the spindle' : 'sit before the wheel'}: see to that before each start.
            </p>
          )}
          <ProblemNotice error={beginning.error && !beginning.error.at('settings') ? beginning.error : null} />
          <FillForm run={run.id} name={filled} disabled={!mayLog} />
        </Column>
      </Section>
      <Section title="Counted on the way" level="h3">
        <Column gap={1.5}>
          <Tallies
            run={run}
            counts={d.counts}
            of={['joins', 'breaks', 'neps', 'hairs', 'bits', 'combings']}
            joinedBy={d.joinedBy}
            disabled={!mayLog}
          />
        </Column>
      </Section>
      {last && (
        <Section title="What these singles could become, washed" level="h3">
          <Becomes becomes={last.becomes} colour={colour} />
        </Section>
      )}
      <details className={styles.details}>
        <summary className={styles.summary}>Card to go on with another day</summary>
        <p className={clsx(layout.above8, typography.strong)}>
          {run.lots.map((l) => `${l.code}, ${l.parentage}`).join('; ')}
        </p>
        {d.resume.map((line) => (
          <p key={line}>{line}</p>
        ))}
        <Button className={layout.above8} onClick={() => window.print()}>
          Print it as a label
        </Button>
      </details>
      <RunEnds run={run} station="spin" mayLog={mayLog} lastEvent={d.lastEvent} acts={acts}>
        <RouterLink className={layout.selfMiddle} to={`/faults?lot=${run.lots[0]?.code ?? ''}`}>
          What is wrong?
        </RouterLink>
      </RunEnds>
    </RunFrame>
  );
}
