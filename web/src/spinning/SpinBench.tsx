import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
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
import { useRunActs, useTap } from '../runs/taps';
import { Choice } from '../ui/Choice';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { WordChips } from '../ui/WordChips';
import { Column, Row } from '../ui/layouts';
import { drawWord, formWord } from '../ui/words';
import { Beat } from './Beat';
import { Becomes } from './Becomes';
import { Clock, FillForm, RestButton, Tallies } from './Bench';
import { NewPlyBack } from './NewPlyBack';
import { useSpinPace, useSpunWeek } from './queries';
import { Trail } from './Trail';

/** What is being spun: its trail under the yarn that is wanted, time, bobbins and counts; and the way to aim at another. */
export function SpinBench({ lots, runs, wanted }: BenchProps) {
  const spinning = runsOf(runs, 'spin');
  const free = freeOf(lots, spinning);
  const came = free.find((l) => l.code === wanted);
  const shown = came ? [came] : free.slice(0, 8);
  const week = useSpunWeek().data;
  const pace = useSpinPace().data ?? [];
  return (
    <Column gap={3} sx={{ mb: 3 }}>
      {spinning.map((run) => (
        <Spinning key={run.id} run={run} />
      ))}
      {shown.length > 0 && (
        <Row gap={1} sx={{ alignItems: 'center' }}>
          <Typography>Aim at a yarn, and keep its trail, from</Typography>
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
        <Typography color="text.secondary">
          Spun since Monday: {week.by.map((b) => `${b.who} ${b.length}`).join(', ')}
          {week.by.length > 1 && `; together ${week.all}`}.
        </Typography>
      )}
      {pace.length > 0 && (
        <Section title="How fast it goes, by preparation and draw" level="h2">
          <Box component="ul" aria-label="Spun in an hour" sx={{ m: 0, pl: 2.5 }}>
            {pace.map((p) => (
              <li key={`${p.from} ${p.draw ?? ''}`}>
                {formWord[p.from]}, {p.draw ? drawWord[p.draw] : 'draw not noted'}:{' '}
                <strong>{[p.metres, p.mass].filter(Boolean).join(' and ')}</strong> an hour{' '}
                <Box component="span" sx={{ color: 'text.secondary' }}>
                  ({p.of})
                </Box>
              </li>
            ))}
          </Box>
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
  const [settings, setSettings] = useState('');
  const [bobbin, setBobbin] = useState('');
  const lot = useLot(run.lots[0]?.code ?? '');
  const colour = lot.data?.lot.colour ?? '';
  useAwake(mayLog && d.clock.since !== null);
  const last = d.aim.trials.at(-1);
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
        <Beat each={d.aim.next?.treadles ?? null} drawMillimetres={d.aim.next?.drawMillimetres ?? null} />
        <RestButton run={run.id} disabled={!mayLog} />
      </Clock>
      <WordChips
        label="How it is drawn"
        disabled={!mayLog || drawing.busy}
        value={d.draw ?? ('' as Schema['Draw'])}
        onChange={(draw) =>
          draw !== ('' as string) && draw !== d.draw && drawing.send({ kind: 'noteDraw', draw, at: tappedAt() })
        }
        words={(Object.keys(drawWord) as Schema['Draw'][]).map((value) => ({ value, word: drawWord[value] }))}
      />
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
          note={(read, kept) => {
            acts.clear();
            reading.send({ kind: 'readPlyBack', ...read, at: tappedAt() }, kept);
          }}
        />
      )}
      {reading.away && <span>The server is away: it goes in by itself, with its time.</span>}
      <Section title="Bobbins" level="h3">
        <Column gap={1.5}>
          {d.bobbins.length > 0 && (
            <Bobbins
              colour={colour}
              words={`Bobbins: ${d.bobbins.map((b, i) => `${i + 1} ${b.mass?.text ?? ''} ${b.length}`).join('; ')}`}
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
            <Typography key={s}>{s}</Typography>
          ))}
          {d.begun === null ? (
            <Row gap={1} sx={{ alignItems: 'start' }}>
              <TextField
                label="Whorl, dial, pull"
                value={settings}
                onChange={(e) => {
                  beginning.clearError();
                  setSettings(e.target.value);
                }}
                error={!!beginning.error?.at('settings')}
                helperText={beginning.error?.at('settings') ?? 'for the next bobbin'}
                attributes={{ maxLength: 200 }}
                sx={{ width: 210 }}
              />
              {d.bobbinKinds.length > 1 && (
                <Choice
                  label="On the bobbin"
                  value={bobbin || d.bobbinKinds[0]!}
                  onChange={setBobbin}
                  words={Object.fromEntries(d.bobbinKinds.map((k) => [k, k]))}
                  sx={{ width: 160 }}
                />
              )}
              {(['z', 's'] as const).map((direction) => (
                <Button
                  key={direction}
                  variant="outlined"
                  disabled={!mayLog}
                  sx={{ mt: 0.5 }}
                  onClick={() =>
                    beginning.send(
                      {
                        kind: 'beginBobbin',
                        direction,
                        settings: settings.trim() || null,
                        bobbin: bobbin || d.bobbinKinds[0] || null,
                        at: tappedAt(),
                      },
                      () => setSettings(''),
                    )
                  }
                >
                  Begin a bobbin, {direction.toUpperCase()}
                </Button>
              ))}
            </Row>
          ) : (
            <Typography>
              A bobbin is being filled, {d.begun.toUpperCase()} twist: set the wheel that way before each start.
            </Typography>
          )}
          <ProblemNotice error={beginning.error && !beginning.error.at('settings') ? beginning.error : null} />
          <FillForm run={run.id} name="bobbin" disabled={!mayLog} />
        </Column>
      </Section>
      <Section title="Counted on the way" level="h3">
        <Column gap={1.5}>
          <Tallies
            run={run.id}
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
      <Box
        component="details"
        sx={{ border: 1, borderColor: 'divider', borderRadius: 1, px: 2, py: 1, bgcolor: 'background.paper' }}
      >
        <Box component="summary" sx={{ cursor: 'pointer', fontWeight: 700 }}>
          Card to go on with another day
        </Box>
        <Typography sx={{ mt: 1, fontWeight: 700 }}>
          {run.lots.map((l) => `${l.code}, ${l.parentage}`).join('; ')}
        </Typography>
        {d.resume.map((line) => (
          <Typography key={line}>{line}</Typography>
        ))}
        <Button onClick={() => window.print()} sx={{ mt: 1 }}>
          Print it as a label
        </Button>
      </Box>
      <RunEnds run={run} station="spin" mayLog={mayLog} lastEvent={d.lastEvent} acts={acts}>
        <Link component={RouterLink} to={`/faults?lot=${run.lots[0]?.code ?? ''}`} sx={{ alignSelf: 'center' }}>
          What is wrong?
        </Link>
      </RunEnds>
    </RunFrame>
  );
}
