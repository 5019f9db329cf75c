import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { FormEvent } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog, useLot, useSession } from '../api/queries';
import { LockRuler } from '../drawings/Lock';
import { SelectField } from '../ui/SelectField';
import { NumberOf } from '../ui/Figure';
import { number } from '../ui/figures';
import { newKey } from '../api/keep';
import { useKept } from '../ui/useKept';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { parentage, placeWord, waveWord } from '../ui/words';
import { NumberField } from '../ui/NumberField';
import { useChange, useSend } from '../api/change';
import { Column, Row } from '../ui/layouts';
import { UnlikelyAnswers } from '../ui/UnlikelyAnswers';
import typography from '../ui/typography.module.css';
import styles from './LockBench.module.css';

const fresh = () => ({
  key: newKey(),
  length: '',
  place: '' as Schema['FleecePlace'] | '',
  crimps: '',
  span: '',
  wave: '' as Schema['Wave'] | '',
});

const nextPlace: Partial<Record<Schema['FleecePlace'], Schema['FleecePlace']>> = {
  shoulder: 'side',
  side: 'britch',
  britch: 'shoulder',
};

/** Locks laid on the ruler one after another, the picture growing with each. */
export function LockBench() {
  const { code = '' } = useParams();
  const lot = useLot(code);
  const session = useSession();
  const [form, keep, clear] = useKept(`locks ${code}`, fresh);
  const withdrawing = useChange(
    (id: string) => api.DELETE('/api/locks/{id}', { params: { path: { id } } }),
    refreshLog,
  );
  // Of a fleece the shoulder first; what never grew on an animal has no such places.
  const place = form.place || (lot.data?.staple.places.includes('shoulder') ? 'shoulder' : 'unknown');
  const sent = useSend(
    async (body: Schema['LockRequest'], key: string) =>
      (
        await api.POST('/api/lots/{id}/locks', {
          params: { path: { id: lot.data!.lot.id }, header: { 'Idempotency-Key': key } },
          body,
        })
      ).data!,
    () => {
      const next = nextPlace[place] ?? place;
      clear();
      keep({ place: next, wave: form.wave });
      document.getElementById('lock-length')?.focus();
      void refreshLog();
    },
  );
  const change = (part: Partial<typeof form>) => {
    sent.clearError();
    keep(part);
  };
  if (lot.isLoadingError) return <ProblemNotice error={lot.error} retry={() => void lot.refetch()} />;
  if (!lot.data) return null;
  const { lot: head, staple } = lot.data;
  const add = (length: string, asTyped = false) =>
    sent.go(
      {
        length,
        place,
        crimps: number(form.crimps),
        span: form.span.trim() || null,
        wave: form.wave || null,
        asTyped,
      },
      form.key,
    );
  const submit = (e: FormEvent) => {
    e.preventDefault();
    add(form.length);
  };
  const unlikely = sent.error?.refusals.find((r) => r.code === 'unlikely');
  const own = staple.inherited ? [] : staple.locks;

  return (
    <Column gap={2.5}>
      <h1>
        Locks of <RouterLink to={`/lots/${head.code}`}>{head.code}</RouterLink>{' '}
        <span className={typography.light}>{parentage(head.parentage)}</span>
      </h1>
      <LockRuler staple={staple} most={9} />
      <Row gap={4}>
        {staple.mean && <NumberOf number={staple.mean} label={`mean of ${staple.count}`} size="big" />}
        {staple.standardDeviation && <NumberOf number={staple.standardDeviation} label="standard deviation" />}
        {staple.cv && <NumberOf number={staple.cv} label="CV" />}
        {staple.crimpsPerCentimetre && <NumberOf number={staple.crimpsPerCentimetre} label="crimp" />}
        {staple.crimpsPerInch && <NumberOf number={staple.crimpsPerInch} label="crimp" />}
      </Row>
      <p>
        {staple.inherited
          ? 'These were measured on the fleece it came from. Locks measured here count for this lot.'
          : staple.sentence}
      </p>
      <form className={styles.form} onSubmit={submit} noValidate>
        <TextField
          slotProps={{ htmlInput: { autoComplete: 'off', style: { fontSize: '1.5rem' } } }}
          id="lock-length"
          label="Length, butt to tip"
          value={form.length}
          onChange={(e) => change({ length: e.target.value })}
          error={!!sent.error?.at('length')}
          helperText={
            sent.error?.at('length') ??
            `in ${session.data?.lengthSign ?? 'mm'}, or with its unit: 112 mm, 11.2 cm, 4 1/2 in`
          }
          autoFocus
        />
        {unlikely && <UnlikelyAnswers question={unlikely} was={add} isSo={() => add(form.length, true)} />}
        <SelectField
          label="Place"
          value={place}
          onChange={(next) => change({ place: next })}
          words={placeWord}
          of={staple.places}
        />
        <NumberField
          label="Crimps"
          value={form.crimps}
          onChange={(text) => change({ crimps: text })}
          error={sent.error?.at('crimps')}
          help={'counted, if you like'}
          whole
        />
        <TextField
          label="over a length of"
          value={form.span}
          onChange={(e) => change({ span: e.target.value })}
          error={!!sent.error?.at('span')}
          helperText={sent.error?.at('span') ?? '30 or 3 cm'}
        />
        <SelectField
          label="Wave"
          value={form.wave}
          onChange={(wave) => change({ wave })}
          words={{ '': 'don’t know', ...waveWord }}
        />
        <Button type="submit" variant="contained" disabled={sent.busy || session.data?.workshop?.role === 'looker'}>
          Add this lock
        </Button>
      </form>
      <ProblemNotice error={sent.error?.refusals.length ? null : sent.error} />
      {sent.away && (
        <Notice tone="watch">
          The server or its database is away. The lock is kept here and goes in by itself when it is back.
        </Notice>
      )}
      {own.length > 0 && (
        <Section title="Measured">
          <ProblemNotice error={withdrawing.error} />
          <ul className={styles.list}>
            {own.map((l) => (
              <li className={styles.item} key={l.id}>
                {l.length}, {placeWord[l.place]}
                {l.crimpsPerCentimetre != null ? `, ${l.crimpsPerCentimetre.toFixed(1)} / cm` : ''}
                {l.wave ? `, ${waveWord[l.wave]}` : ''}
                <Button
                  className={styles.button}
                  size="small"
                  onClick={() => withdrawing.go(l.id)}
                  aria-label={`Take back the lock of ${l.length}`}
                >
                  Take back
                </Button>
              </li>
            ))}
          </ul>
        </Section>
      )}
    </Column>
  );
}
