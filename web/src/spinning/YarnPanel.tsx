import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { api, need, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { refreshLog, useSession, useSpinners } from '../api/queries';
import { magnifiedFor, Yarn } from '../drawings/Yarn';
import { SelectField } from '../ui/SelectField';
import { Figure } from '../ui/Figure';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WrapsField } from '../ui/WrapsField';
import { number } from '../ui/figures';
import { FormDialog } from '../ui/FormDialog';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { finishedByWord, hangsWord } from '../ui/words';
import { onDayTime } from '../live/time';
import { Becomes } from './Becomes';
import { useYarn } from './queries';
import { WindOff } from './WindOff';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import styles from './YarnPanel.module.css';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** A yarn as it stands in an address. */
const measured = (y: Schema['YarnShape']) => ({
  wraps: `${y.wrapsPerInch}`,
  plies: `${y.plies}`,
  ...(y.degrees === null ? {} : { angle: `${y.degrees}` }),
  ...(y.twist ? { twist: y.twist } : {}),
});

/** Of a lot of yarn: what was measured of it, drawn beside what was wanted and what it was before the wash, and its like beside it. */
export function YarnPanel({ lot }: { lot: Schema['LotHead'] }) {
  const yarn = useYarn(lot.id);
  const [measuring, setMeasuring] = useState(false);
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const withdrawing = useChange(
    (reading: string) => api.DELETE('/api/lots/{id}/yarn/{reading}', { params: { path: { id: lot.id, reading } } }),
    refreshLog,
  );
  if (yarn.isLoadingError) return <ProblemNotice error={yarn.error} />;
  if (!yarn.data) return null;
  const page = yarn.data;
  const shapes = [
    { name: 'aimed at', of: page.aimed },
    { name: 'before the wash', of: page.before },
    { name: page.isFinished ? 'washed' : 'now', of: page.yarn },
  ].filter((s): s is { name: string; of: Schema['YarnShape'] } => s.of !== null);
  const magnified = magnifiedFor(Math.max(0.2, ...shapes.map((s) => s.of.diameterMillimetres)), 56);
  return (
    <Section
      title="The yarn"
      aside={
        mayLog && (
          <Button size="small" onClick={() => setMeasuring(true)}>
            Measure it
          </Button>
        )
      }
    >
      {shapes.length === 0 && page.figures.length === 0 && (
        <p>Nobody measured it yet: its wraps and its length tell what it is, and teach the next aim.</p>
      )}
      <Row align="flex-end" gap={3}>
        {shapes.map((s) => (
          <div key={s.name}>
            <Yarn
              sample={{ ...s.of, twistAngleDegrees: s.of.degrees }}
              colour={lot.colour}
              width={210}
              magnified={magnified}
            />
            <p>
              {s.name}: <strong>{s.of.wrapsPerInch} WPI</strong>
              {s.of.degrees === null ? '' : `, ${s.of.degrees}°`}
            </p>
          </div>
        ))}
      </Row>
      {page.class && <p className={layout.above8}>{page.class}</p>}
      <Row className={styles.row} gap={3}>
        {page.figures.map((f) => (
          <div className={clsx(layout.mayShrink, styles.figure)} key={f.name}>
            <Figure text={f.text} from={f.from} label={f.name} working={f.working} size="small" />
          </div>
        ))}
      </Row>
      {page.sentences.map((s) => (
        <p key={s}>{s}</p>
      ))}
      {page.yarn && (
        <Row className={layout.above8} gap={1}>
          {page.spunFrom && page.isFinished && (
            <Button
              variant="outlined"
              component={RouterLink}
              to={`/lots/${page.spunFrom}/sample?${new URLSearchParams({ yarn: lot.code, ...measured(page.yarn) }).toString()}`}
            >
              Keep a sample of it
            </Button>
          )}
          <Button
            component={RouterLink}
            to={`/aim?${new URLSearchParams({ ...(page.spunFrom ? { lot: page.spunFrom } : {}), match: lot.code, ...measured(page.yarn) }).toString()}`}
          >
            Match this yarn
          </Button>
        </Row>
      )}
      {page.yarn && <WindOff lotId={lot.id} />}
      {page.becomes.length > 0 && (
        <div className={layout.above16}>
          <p className={layout.below8}>
            What these singles could become, washed
            {page.becomes.some((b) => b.made.length > 0) ? '; over it what was really made of them' : ''}:
          </p>
          <Becomes becomes={page.becomes} colour={lot.colour} />
        </div>
      )}
      {page.beside.length > 0 && (
        <ul className={styles.besideTheOthers} aria-label="Beside the others of it">
          {page.beside.map((b) => (
            <li key={b.code}>
              <RouterLink to={`/lots/${b.code}`}>{b.code}</RouterLink>:{' '}
              {b.differs ? <strong>{b.sentence}</strong> : b.sentence}
            </li>
          ))}
        </ul>
      )}
      {page.readings.length > 0 && (
        <details className={layout.above8}>
          <summary className={styles.summary}>
            Measured {page.readings.length} {page.readings.length === 1 ? 'time' : 'times'}
          </summary>
          {page.readings.map((r) => (
            <Row align="center" key={r.id} gap={1}>
              <p style={{ textDecoration: r.withdrawnBy === null ? 'none' : 'line-through' }}>
                {onDayTime(r.at)}, {r.who}: {r.words}
              </p>
              {r.withdrawnBy === null
                ? mayLog && (
                    <Button size="small" onClick={() => withdrawing.go(r.id)}>
                      It was a slip
                    </Button>
                  )
                : `taken back by ${r.withdrawnBy}`}
            </Row>
          ))}
        </details>
      )}
      {withdrawing.error && <ProblemNotice error={withdrawing.error} />}
      {measuring && <Measure lot={lot} isFinished={page.isFinished} close={() => setMeasuring(false)} />}
    </Section>
  );
}

function Measure({ lot, isFinished, close }: { lot: Schema['LotHead']; isFinished: boolean; close: () => void }) {
  const winders = (useSpinners().data ?? []).filter((s) => s.kind === 'winder');
  const measuring = useChange(
    (body: Schema['YarnRequest']) => need(api.POST('/api/lots/{id}/yarn', { params: { path: { id: lot.id } }, body })),
    () => {
      void refreshLog();
      close();
    },
  );
  const form = useFields(
    {
      wraps: '',
      length: '',
      round: '',
      degrees: '',
      plies: '',
      finishedBy: '' as Schema['FinishedBy'] | '',
      hangs: '' as Schema['SkeinHangs'] | '',
    },
    { at: measuring.at, clear: measuring.clear },
  );
  const { values } = form;
  const units = useUnits();
  const send = () =>
    measuring.go({
      wraps: values.wraps.trim() || null,
      length: withUnit(values.length, units.yarn),
      roundMillimetres: number(values.round),
      degrees: number(values.degrees),
      plies: number(values.plies),
      finishedBy: values.finishedBy || null,
      hangs: values.hangs || null,
      asTyped: false,
    });
  return (
    <FormDialog
      title={`Measure ${lot.code}`}
      close={close}
      actions={
        <>
          <Button onClick={close}>Not now</Button>
          <Button variant="contained" disabled={measuring.busy} onClick={send}>
            Note it
          </Button>
        </>
      }
    >
      <p className={typography.quiet}>
        What you leave out stays as it was measured before; every reading stays readable.
      </p>
      <WrapsField
        label="Wraps an inch"
        value={values.wraps}
        onChange={(wraps) => form.set({ wraps })}
        error={measuring.at('wraps')}
        autoFocus
      />
      <TextField
        label={`Length, ${units.yarn}`}
        {...form.text('length', winders.length > 0 ? '166 m, 180 yd or 84 rounds' : '166 m, or 180 yd')}
      />
      {winders.length > 0 && (
        <SelectField
          label="Rounds of"
          value={values.round}
          onChange={(round) => form.set({ round })}
          words={{ '': 'no winder', ...Object.fromEntries(winders.map((w) => [`${w.roundMillimetres}`, w.name])) }}
        />
      )}
      <NumberField label="Angle, °" {...form.field('degrees')} />
      {lot.form !== 'singles' && <NumberField label="Plies" whole {...form.field('plies')} />}
      {isFinished && (
        <>
          <SelectField
            label="Finished by"
            value={values.finishedBy}
            onChange={(finishedBy) => form.set({ finishedBy })}
            words={{ '': 'not noted', ...finishedByWord }}
          />
          <SelectField
            label="A skein hangs"
            value={values.hangs}
            onChange={(hangs) => form.set({ hangs })}
            words={{ '': 'not noted', ...hangsWord }}
          />
        </>
      )}
      {measuring.error && <Notice tone="watch">{measuring.error.message}</Notice>}
    </FormDialog>
  );
}
