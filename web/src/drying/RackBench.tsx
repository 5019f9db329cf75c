import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schema } from '../api/client';
import { useWashHouse } from '../api/queries';
import { Curve } from '../drawings/Curve';
import { notedAt, tappedAt } from '../api/clock';
import { unreadTime } from '../api/unreadable';
import { useNow } from '../live/live';
import { clockOf, dayClockOf, leftUntil } from '../live/time';
import { LotChips } from '../ui/LotChips';
import { SelectField } from '../ui/SelectField';
import { Figure, MassOf } from '../ui/Figure';
import { newKey } from '../api/keep';
import { Photographs } from '../photographs/Photographs';
import type { BenchProps } from '../runs/bench';
import { LotLinks } from '../runs/LotLinks';
import { againRuns, codesOf, runsOf, type RunOf } from '../runs/queries';
import { emptying, useRunActs, useTap } from '../runs/taps';
import { Notice, ProblemNotice } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { TakeFromScale } from '../ui/TakeFromScale';
import { TimeField } from '../ui/TimeField';
import { WeightField } from '../ui/WeightField';
import { useSend } from '../api/change';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './RackBench.module.css';

const placeWord: Record<Schema['RackPlace'], string> = {
  indoors: 'indoors',
  heatedRoom: 'in a heated room',
  outdoors: 'outdoors',
};

const waterWord: Record<Schema['WaterOut'], string> = {
  spunOut: 'spun out in a net',
  squeezed: 'squeezed by hand',
  dripping: 'hung up dripping',
};

/** What lies on the racks, each with its weights, its curve and when it is dry; and the way onto a rack. */
export function RackBench({ lots, runs }: BenchProps) {
  const racks = runsOf(runs, 'dry');
  const on = new Set(racks.flatMap((d) => d.lots.map((l) => l.id)));
  const wet = lots.filter((l) => l.form === 'washed' && !on.has(l.id));
  return (
    <Column className={layout.below24} gap={3}>
      {racks.map((rack) => (
        <Rack key={rack.id} run={rack} />
      ))}
      {wet.length > 0 && <OntoRack lots={wet} />}
    </Column>
  );
}

function Rack({ run }: { run: RunOf<'dry'> }) {
  const d = run.details;
  const call = run.calls[0]!;
  const now = useNow(5000);
  const navigate = useNavigate();
  const [mass, setMass] = useState('');
  // A weight of earlier is said to be so; empty is now.
  const [hour, setHour] = useState('');
  const acts = useRunActs(run.id);
  const weighing = useTap(run.id);
  const weigh = (typed: string) => {
    if (typed.trim() !== '' && hour !== unreadTime)
      weighing.send({ kind: 'weighRack', mass: typed, at: notedAt(hour) }, emptying([mass, setMass], [hour, setHour]));
  };
  const answering = useTap(run.id);
  const answer = (so: boolean) => {
    acts.clear();
    if (so) answering.send({ kind: 'believeWeight', weight: d.lastNoted!, at: tappedAt() });
    else acts.withdraw(d.lastNoted!);
  };
  const dry = call.act === 'log';
  return (
    <section className={styles.rack} aria-label={`On the rack: ${codesOf(run)}`}>
      <div className={layout.spanAll}>
        <h2>
          <LotLinks codes={run.lots.map((l) => l.code)} />
          {d.rack ? ` on ${d.rack}` : ''}
        </h2>
        <p className={typography.quiet}>
          {waterWord[d.waterOut]}, {placeWord[d.place]}
          {d.netted ? ', netted' : ''}, since {dayClockOf(run.startedAt, now)}, {run.who}
          {d.roomNeeded !== null && d.rackSquareMetres !== null
            ? `; wants ${d.roomNeeded.toFixed(1)} of ${d.rackSquareMetres.toFixed(1)} m²`
            : ''}
        </p>
      </div>
      <div className={styles.first}>
        <Curve
          dots={d.dots}
          curve={d.curve}
          level={d.dryLine?.grams ?? d.expected?.grams ?? null}
          levelName={d.dryLine ? `dry ${d.dryLine.text}` : d.expected ? `expected dry ${d.expected.text}` : ''}
          levelTone="lichen"
          division={d.axis.grams}
          moment={call.dueAt}
          momentName={call.dueAt ? dayClockOf(call.dueAt, now) : ''}
          now={now}
          unit={d.axis.name}
          height={320}
          clock={clockOf}
          words={`${codesOf(run)}: ${call.sentence} ${d.dots.length} ${d.dots.length === 1 ? 'weighing' : 'weighings'}.`}
        />
      </div>
      <Column className={styles.column} gap={1.25}>
        <div
          className={styles.padded}
          style={{
            borderLeft: `5px solid var(--${dry ? 'lichen' : call.act === 'weighAgain' || d.pastBedtime ? 'weld' : 'oat'})`,
          }}
        >
          <Figure
            label={dry ? 'it is' : 'dry at'}
            text={dry ? 'dry' : call.dueAt ? dayClockOf(call.dueAt, now) : 'cannot tell'}
            from="reckoned"
            giveOrTake={!dry && call.giveOrTakeMinutes !== null ? ` ${Math.round(call.giveOrTakeMinutes)} min` : null}
            band
            working={d.working}
            size="big"
          />
          {!dry && call.dueAt && (
            <p className={styles.figure}>
              {leftUntil(call.dueAt, now)}
              {Date.parse(call.dueAt) > now ? ' left' : ''}
            </p>
          )}
        </div>
        <p>{call.sentence}</p>
        {d.doubt && (
          <Notice tone="watch">
            {d.doubt}
            <Row className={layout.above8} gap={1}>
              <Button variant="outlined" onClick={() => answer(false)}>
                It was a slip
              </Button>
              <Button variant="outlined" onClick={() => answer(true)}>
                It is so
              </Button>
            </Row>
          </Notice>
        )}
        {d.crowded && <Notice tone="watch">This rack carries more than it has room for: it will dry unevenly.</Notice>}
        <Row gap={2}>
          {d.lastWeight && <MassOf mass={d.lastWeight} label="weighs" />}
          {d.rest && <MassOf mass={d.rest} label="comes to rest at" />}
          {!d.rest && d.expected && <MassOf mass={d.expected} label="expected dry" />}
        </Row>
        <form
          className={styles.form}
          noValidate
          onSubmit={(e: FormEvent) => {
            e.preventDefault();
            weigh(mass);
          }}
        >
          <WeightField
            label="It weighs now"
            value={mass}
            onChange={(text) => {
              weighing.clearError();
              setMass(text);
            }}
            error={weighing.error?.at('mass')}
            placeholder="any unit"
          />
          <TimeField
            label="When"
            kind="time"
            value={hour}
            onChange={(text) => {
              weighing.clearError();
              setHour(text);
            }}
            error={weighing.error?.at('at')}
            help="left empty: now"
          />
          <Row gap={1}>
            <Button type="submit" variant={dry ? 'outlined' : 'contained'} disabled={mass.trim() === ''}>
              Note it
            </Button>
            <TakeFromScale onTake={weigh} />
          </Row>
        </form>
        {weighing.away && <p>The server is away: the weight is kept here, with its time, and goes in by itself.</p>}
        <ProblemNotice error={acts.error ?? answering.error ?? (weighing.error?.at('mass') ? null : weighing.error)} />
        <Button
          variant={dry ? 'contained' : 'outlined'}
          disabled={!d.lastWeight}
          onClick={() => void navigate(`/station/dry?run=${run.id}&lot=${run.lots[0]?.code ?? ''}`)}
        >
          {dry ? 'Log it as dried' : 'Log it now, as provisional'}
        </Button>
        {d.lastNoted && !d.doubt && <Button onClick={() => answer(false)}>The last weight was a slip</Button>}
        <TwiceButton label="Take it off the rack" sure="Yes, without logging it" onSure={acts.end} />
        <Photographs of="run" id={run.id} what={codesOf(run)} />
      </Column>
    </section>
  );
}

function OntoRack({ lots }: { lots: readonly Schema['LotLine'][] }) {
  const house = useWashHouse();
  const [chosen, setChosen] = useState<string[] | null>(null);
  const [rackId, setRackId] = useState<string | null>(null);
  const [waterOut, setWaterOut] = useState<Schema['WaterOut']>('spunOut');
  const [place, setPlace] = useState<Schema['RackPlace']>('indoors');
  const [netted, setNetted] = useState(false);
  const [mass, setMass] = useState('');
  const [key, setKey] = useState(newKey);
  const lotIds = (chosen ?? [lots[0]!.id]).filter((id) => lots.some((l) => l.id === id));
  const racks = house.data?.racks ?? [];
  const laying = useSend(
    async (body: Schema['RunStartRackStart'], key: string) =>
      (await api.POST('/api/runs', { params: { header: { 'Idempotency-Key': key } }, body })).data!,
    () => {
      setKey(newKey());
      setMass('');
      setChosen(null);
      void againRuns();
    },
  );
  const start = (e: FormEvent) => {
    e.preventDefault();
    const rack = (rackId ?? racks[0]?.id) || null;
    void laying.go(
      {
        craft: 'dry',
        lotIds,
        rackId: rack,
        waterOut,
        place,
        netted,
        mass: mass.trim() || null,
        startedAt: tappedAt(),
      },
      key,
    );
  };
  return (
    <form className={styles.ontoRack} noValidate onSubmit={start}>
      <h2>Onto a rack</h2>
      <LotChips lots={lots} chosen={lotIds} onChange={setChosen} first="dry" />
      <div className={styles.columns}>
        <WeightField label="It weighs now, wet" value={mass} onChange={setMass} placeholder="any unit; or later" />
        <SelectField
          label="Rack"
          value={rackId ?? racks[0]?.id ?? ''}
          onChange={setRackId}
          words={Object.fromEntries([
            ...racks.map((r) => [r.id, `${r.name}, ${r.areaSquareMetres} m²`] as const),
            ['', 'no rack of ours'],
          ])}
        />
        <SelectField label="It stands" value={place} onChange={setPlace} words={placeWord} />
        <SelectField label="Water was taken out" value={waterOut} onChange={setWaterOut} words={waterWord} />
        <div>
          <FormControlLabel
            control={<Checkbox checked={netted} onChange={(e) => setNetted(e.target.checked)} />}
            label="netted"
          />
        </div>
      </div>
      <Row gap={1}>
        <Button type="submit" variant="contained" disabled={lotIds.length === 0}>
          It lies on the rack
        </Button>
        <TakeFromScale onTake={setMass} />
      </Row>
      {laying.away && <p>The server is away: this is kept here and goes in by itself.</p>}
      <ProblemNotice error={laying.error} />
    </form>
  );
}
