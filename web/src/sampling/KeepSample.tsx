import Button from '@mui/material/Button';
import { useCallback, type FormEvent } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog, useLot, useSession } from '../api/queries';
import { LockRuler } from '../drawings/Lock';
import { number } from '../ui/figures';
import { countedOver } from '../ui/withUnit';
import { newKey } from '../api/keep';
import { useKept } from '../ui/useKept';
import { Notice, ProblemNotice } from '../ui/Notices';
import { formOf, parentage } from '../ui/words';
import { isSpun } from '../ui/spun';
import { SampleFields, type SampleForm } from './SampleFields';
import { noSwatch, sentSwatch } from './swatch';
import { useSend } from '../api/change';
import { useUnits } from '../api/units';
import layout from '../ui/layout.module.css';
import styles from './KeepSample.module.css';

const fresh = (): SampleForm & { key: string } => ({
  key: newKey(),
  draw: '',
  holding: '',
  wpi: '',
  plies: '',
  angle: '',
  spun: '',
  minutes: '',
  joins: '',
  lumps: '',
  places: '',
  judged: [],
  verdict: '',
  uses: [],
  swatch: noSwatch,
});
/** Keeping the outcome of one preparation and one spin. */
export function KeepSample() {
  const units = useUnits();
  const { code = '' } = useParams();
  const lot = useLot(code);
  const session = useSession();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const yarn = search.get('yarn');
  // What was measured of the finished yarn need not be typed again.
  const begin = useCallback(
    () => ({
      ...fresh(),
      holding: (search.get('held') ?? '') as SampleForm['holding'],
      wpi: search.get('wraps') ?? '',
      plies: search.get('plies') ?? '',
      angle: search.get('angle') ?? '',
    }),
    [search],
  );
  const [form, keep, clear] = useKept(`sample ${code} ${yarn ?? ''}`, begin);
  const { go, error, busy, away, clearError } = useSend(
    async (body: Schema['SampleRequest'], key: string) =>
      (await api.POST('/api/samples', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (sample) => {
      clear();
      void refreshLog();
      void navigate(`/samples/${sample.code}`);
    },
  );
  const change = (part: Partial<typeof form>) => {
    clearError();
    keep(part);
  };
  if (lot.isLoadingError) return <ProblemNotice error={lot.error} />;
  if (!lot.data) return null;
  const head = lot.data.lot;
  const mayTake = !head.usedUp && !isSpun(head.form);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    void go(
      {
        lotId: head.id,
        draw: form.draw || null,
        holding: form.holding || null,
        wrapsPerInch: number(form.wpi),
        plies: number(form.plies),
        twistAngleDegrees: number(form.angle),
        spunMass: form.spun.trim() || null,
        takeFromLot: mayTake && (form.take ?? true),
        spinningMinutes: number(form.minutes),
        joinsPer10Metres: countedOver(form.joins, units.yarnPiece),
        lumpsPer10Metres: countedOver(form.lumps, units.yarnPiece),
        wrapsPlaces: form.places?.trim() || null,
        judged: [...(form.judged ?? [])],
        verdict: form.verdict,
        uses: [...form.uses],
        swatch: sentSwatch(form.swatch, units),
      },
      form.key,
    );
  };
  return (
    <form className={styles.keepSample} onSubmit={submit} noValidate>
      <h1>
        A sample of {head.code}, {parentage(head.parentage)}
      </h1>
      <LockRuler staple={lot.data.staple} most={3} />
      <p>
        Prepared as {formOf(head.form, head.fibre)}.{yarn && ` Its yarn is ${yarn}.`}
      </p>
      <SampleFields
        form={form}
        holdings={head.holdings}
        change={change}
        error={error}
        autoFocus
        from={mayTake ? head.code : undefined}
      />
      <ProblemNotice error={error?.refusals.some((r) => r.field !== 'lotId') ? null : error} />
      {away && (
        <Notice tone="watch">
          The server or its database is away. The sample is kept here and goes in by itself when it is back.
        </Notice>
      )}
      <Button
        className={layout.selfStart}
        type="submit"
        variant="contained"
        size="large"
        disabled={busy || session.data?.workshop?.role === 'looker'}
      >
        Keep the sample
      </Button>
    </form>
  );
}
