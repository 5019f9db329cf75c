import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { api, type Schema } from '../api/client';
import { invalidate, useInstruments, useSession } from '../api/queries';
import { Trace } from '../drawings/Trace';
import { TraceMs, useLive, useNow } from '../live/live';
import { leftUntil } from '../live/time';
import { SelectField } from '../ui/SelectField';
import { number } from '../ui/figures';
import { ProblemNotice, Section } from '../ui/Notices';
import { Hand } from './Hand';
import { NumberField } from '../ui/NumberField';
import { useChange, useChanges } from '../api/change';
import { useFields } from '../ui/useFields';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './InstrumentsPage.module.css';

const kindWord: Record<Schema['InstrumentKind'], string> = { scale: 'scale', probe: 'bath probe', air: 'air sensor' };
/** What is drawn of each: of the air its humidity, since that is what weights hang on. */
const drawn: Record<Schema['InstrumentKind'], { unit: string; leastRange: number; words: string }> = {
  scale: { unit: 'g', leastRange: 10, words: 'The weight in the last two minutes' },
  probe: { unit: '', leastRange: 2, words: 'The bath in the last two minutes' },
  air: { unit: '% RH', leastRange: 10, words: 'The humidity in the last two minutes' },
};
const order: Schema['InstrumentKind'][] = ['scale', 'probe', 'air'];
const anew = () => invalidate(['/api/instruments']);

/** What the instruments say now, where they are, and, in the demo, a hand to play with. */
export function InstrumentsPage() {
  const page = useInstruments();
  const session = useSession();
  const { readings, traces } = useLive();
  const now = useNow();
  const change = useChanges(anew);
  if (page.isLoadingError) return <ProblemNotice error={page.error} retry={() => void page.refetch()} />;
  if (!page.data) return null;
  const owner = session.data?.workshop?.role === 'owner';
  const mayPress = session.data?.workshop?.role !== 'looker';
  const turn = (i: Schema['InstrumentView'], on: boolean) =>
    change.go(() =>
      api.PUT('/api/instruments/{id}', {
        params: { path: { id: i.id } },
        body: { kind: i.kind, name: i.name, host: i.host, port: i.port, on },
      }),
    );
  const press = (i: Schema['InstrumentView'], key: Schema['InstrumentKey']) =>
    change.go(() => api.POST('/api/instruments/{id}/key', { params: { path: { id: i.id } }, body: { key } }));
  return (
    <Column gap={3}>
      <h1>Instruments</h1>
      <ProblemNotice error={change.error} />
      {page.data.instruments.length === 0 && (
        <p>None is set up. Everything can be typed; a scale that speaks on the network saves the typing.</p>
      )}
      <div className={styles.columns}>
        {[...page.data.instruments]
          .sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind))
          .map((i) => {
            const r = readings.get(i.id);
            const heard = i.on && r?.connected;
            return (
              <section
                className={styles.instrumentsPage}
                style={{ borderTop: `3px solid var(--${heard ? 'lichen' : 'oat'})` }}
                key={i.id}
                aria-label={i.name}
              >
                <h2>{i.name}</h2>
                <p className={styles.figure} style={{ color: heard ? 'var(--peat)' : 'var(--bark)' }}>
                  {i.on ? (r?.text ?? '…') : 'off'}
                </p>
                {i.on && (
                  <Trace
                    points={(traces.get(i.id) ?? []).map((t) => ({
                      at: t.at,
                      value: i.kind === 'air' ? t.second : i.kind === 'probe' ? (t.degrees ?? null) : t.value,
                      stable: t.stable,
                    }))}
                    now={now}
                    spanMs={TraceMs}
                    {...drawn[i.kind]}
                    unit={i.kind === 'probe' ? (session.data?.temperatureSign ?? '°C') : drawn[i.kind].unit}
                  />
                )}
                <p className={typography.quiet}>
                  {kindWord[i.kind]} at {i.host}:{i.port}.{' '}
                  {!i.on
                    ? ''
                    : heard
                      ? i.kind === 'scale'
                        ? r.stable
                          ? 'Stable.'
                          : 'Moving.'
                        : 'Heard.'
                      : r
                        ? `Not heard; this is ${leftUntil(r.at, now).replace(' late', ' old')}.`
                        : 'Not heard yet.'}
                </p>
                <Row className={layout.above8} gap={1}>
                  {i.kind === 'scale' && i.on && mayPress && (
                    <>
                      <Button size="small" onClick={() => press(i, 'tare')}>
                        Tare
                      </Button>
                      <Button size="small" onClick={() => press(i, 'unit')}>
                        Unit
                      </Button>
                    </>
                  )}
                  {owner && (
                    <Button size="small" onClick={() => turn(i, !i.on)}>
                      {i.on ? 'Switch off' : 'Switch on'}
                    </Button>
                  )}
                  {owner && (
                    <Button
                      size="small"
                      onClick={() =>
                        change.go(() => api.DELETE('/api/instruments/{id}', { params: { path: { id: i.id } } }))
                      }
                    >
                      Take it away
                    </Button>
                  )}
                </Row>
              </section>
            );
          })}
      </div>
      {page.data.standIns && <Hand />}
      {owner && !session.data?.isDemo && <AddOne />}
    </Column>
  );
}

interface AddForm {
  kind: Schema['InstrumentKind'];
  name: string;
  host: string;
  port: string;
}

function AddOne() {
  const adding = useChange(
    ({ port, ...form }: AddForm) =>
      api.POST('/api/instruments', { body: { ...form, port: number(port) ?? NaN, on: true } }),
    anew,
  );
  const { values, set, field, text, reset } = useFields<AddForm>(
    { kind: 'scale', name: '', host: '', port: '' },
    adding,
  );
  return (
    <Section title="Add one">
      <p className={clsx(typography.quiet, layout.below12)}>
        Any source that speaks the line protocol of docs/instruments.md, in this house or its own network.
      </p>
      <Row gap={1.5}>
        <SelectField label="Kind" value={values.kind} onChange={(kind) => set({ kind })} words={kindWord} />
        <TextField label="Name" {...text('name')} />
        <TextField
          slotProps={{ inputLabel: { shrink: true } }}
          label="Address"
          {...text('host')}
          placeholder="192.168.1.20"
        />
        <NumberField label="Port" {...field('port')} whole />
        <Button
          variant="outlined"
          onClick={() => adding.go(values, { onSuccess: reset })}
          disabled={!values.name.trim() || !values.host.trim() || !values.port.trim()}
        >
          Add
        </Button>
      </Row>
      <ProblemNotice error={adding.besides('name', 'host', 'port')} />
    </Section>
  );
}
