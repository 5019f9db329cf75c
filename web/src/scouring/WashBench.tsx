import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import type { Schema } from '../api/client';
import { useRuns } from '../api/queries';
import { tappedAt } from '../api/clock';
import { useSound, wantSound } from '../live/ring';
import { Baths, minutesWord } from '../drawings/Baths';
import { SelectField } from '../ui/SelectField';
import { Photographs } from '../photographs/Photographs';
import type { BenchProps } from '../runs/bench';
import { LotLinks } from '../runs/LotLinks';
import { callOf, codesOf, runsOf, type RunOf } from '../runs/queries';
import { useRunActs, useTap } from '../runs/taps';
import { ProblemNotice } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { BathWatch } from './BathWatch';
import { probeWords, useProbes } from './probes';
import { bathWord, pourWords } from './words';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './WashBench.module.css';

type Wash = RunOf<'wash'>;

/** Every wash under way, each bath with its clock; and the way to plan the next. */
export function WashBench({ runs, logRun, logging }: BenchProps) {
  const washes = runsOf(runs, 'wash');
  return (
    <Column className={layout.below24} gap={3}>
      {washes.map((wash, i) => (
        <OneWash key={wash.id} run={wash} ringing={i === 0} logRun={logRun} logging={logging} />
      ))}
      <div>
        <Button
          component={RouterLink}
          to="/station/wash/plan"
          variant={washes.length ? 'outlined' : 'contained'}
          size="large"
        >
          Plan a wash
        </Button>
      </div>
    </Column>
  );
}

function OneWash({
  run,
  ringing,
  logRun,
  logging,
}: Pick<BenchProps, 'logRun' | 'logging'> & { run: Wash; ringing: boolean }) {
  const wash = run.details;
  const navigate = useNavigate();
  const sound = useSound();
  const acts = useRunActs(run.id);
  const { away } = useTap(run.id);
  const many = wash.plan.batches.count > 1;
  const codes = run.lots.map((l) => l.code);
  const total = wash.plan.batches.count * wash.plan.baths.length;
  return (
    <section className={styles.oneWash} aria-label={`Wash of ${codesOf(run)}`}>
      <Row align="baseline" gap={2}>
        <h2>
          <LotLinks codes={codes} />, {wash.greasy.text}
        </h2>
        <p className={typography.quiet}>
          {wash.bathsDone} of {total} baths done{wash.recipe ? `, ${wash.recipe}` : ''}, {run.who}
        </p>
        {ringing && (
          <FormControlLabel
            control={<Checkbox checked={sound} onChange={(e) => wantSound(e.target.checked)} />}
            className={styles.field}
            label="Ring on this device"
            title="Its screen stays on while something may have to be lifted"
          />
        )}
      </Row>
      {wash.baths
        .filter((b) => !b.liftedAt)
        .map((bath) => (
          <BathWatch
            key={bath.id}
            run={run.id}
            bath={bath}
            call={callOf(run, bath.id)}
            title={`Bath ${bath.place + 1} of ${wash.plan.baths.length}${many ? `, batch ${bath.batch} of ${wash.plan.batches.count}` : ''}, ${bathWord[bath.kind]}`}
          />
        ))}
      {away && <p>The server is away: what you tapped is kept here, with its time, and goes in by itself.</p>}
      {wash.baths.every((b) => b.liftedAt) && !run.mayBeLogged && (
        <Baths plan={wash.plan} done={many ? 0 : wash.bathsDone} />
      )}
      <ProblemNotice error={acts.error} />
      {wash.next.slice(0, 3).map((next, i) => (
        <StartNext key={`${next.batch} ${next.place}`} run={run} next={next} many={many} first={i === 0} />
      ))}
      {wash.next.length > 3 && <p className={typography.quiet}>{wash.next.length - 3} more batches wait.</p>}
      <Row gap={1.5}>
        {run.mayBeLogged && (
          <Button variant="contained" size="large" disabled={logging.busy} onClick={() => logRun(run)}>
            {logging.away ? 'Waiting to send' : 'Log this wash'}
          </Button>
        )}
        {run.mayBeLogged && (
          <Button onClick={() => void navigate(`/station/wash?run=${run.id}&lot=${codes[0]}`)}>
            Log it with a weight or notes
          </Button>
        )}
        {wash.mayEndEarly && (
          <TwiceButton
            label={`Enough after ${wash.bathsDone} of ${total}`}
            sure="Log it as it is"
            onSure={() => logRun(run)}
          />
        )}
        {(run.mayBeLogged || wash.mayEndEarly) && <ProblemNotice error={logging.error} />}
        {wash.baths
          .filter((b) => b.liftedAt)
          .map((b) => (
            <Button key={b.id} onClick={() => acts.withdraw(b.liftedBy!)}>
              Bath {b.place + 1}
              {many ? `, batch ${b.batch}` : ''} was not lifted
            </Button>
          ))}
        <TwiceButton label="Leave this wash" sure="Yes, leave it without logging" onSure={acts.end} />
      </Row>
      <Photographs of="run" id={run.id} what={codesOf(run)} />
    </section>
  );
}

interface NextProps {
  run: Wash;
  next: Schema['NextBathView'];
  many: boolean;
  first: boolean;
}

function StartNext({ run, next, many, first }: NextProps) {
  const probes = useProbes();
  const washes = runsOf(useRuns().data, 'wash');
  const [probe, setProbe] = useState<string | null>(null);
  // A probe that hangs in another bath is only taken out of it by somebody who says so.
  const hanging = washes
    .flatMap((w) => w.details.baths)
    .filter((b) => !b.liftedAt)
    .map((b) => b.probeId);
  const free = probes.find((p) => !hanging.includes(p.id));
  // The tub is taken while another batch lies in it.
  const elsewhere = run.details.baths.some((b) => !b.liftedAt);
  const probeId = probe ?? free?.id ?? '';
  const b = next.bath;
  const starting = useTap(run.id);
  return (
    <Row align="center" gap={2}>
      <p className={styles.sentence}>
        <strong>
          Next: bath {next.place + 1}
          {many ? ` of batch ${next.batch}` : ''}, {bathWord[b.kind]}.
        </strong>{' '}
        Pour {b.pour.text}: {pourWords(b)}
        {b.doseGrams > 0 ? `, dose ${b.doseGrams.toFixed(1)} g` : ''}, {minutesWord(b.minutes)}.
      </p>
      {probes.length > 0 && b.kind !== 'soak' && (
        <SelectField
          className={styles.startNextField}
          label="Temperature"
          value={probeId}
          onChange={setProbe}
          words={probeWords(probes)}
        />
      )}
      <Button
        variant={first && !elsewhere ? 'contained' : 'outlined'}
        size="large"
        disabled={starting.busy}
        onClick={() =>
          starting.send({
            kind: 'beginBath',
            batch: next.batch,
            place: next.place,
            probeId: probeId || null,
            at: tappedAt(),
          })
        }
      >
        {elsewhere ? 'In another tub' : 'The wool is in'}
      </Button>
      {starting.error && (
        <div className={layout.wide}>
          <ProblemNotice error={starting.error} />
        </div>
      )}
    </Row>
  );
}
