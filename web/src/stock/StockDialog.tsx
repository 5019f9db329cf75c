import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { refreshLog, useAir, useSession } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { number } from '../ui/figures';
import { newKey } from '../api/keep';
import { Notice, ProblemNotice } from '../ui/Notices';
import { leavings, type Leaving, type StockAct } from '../ui/stockActs';
import { airWords, stepWord } from '../ui/words';
import { WeightField } from '../ui/WeightField';
import { NumberField } from '../ui/NumberField';
import { useChange } from '../api/change';
import { useFields } from '../ui/useFields';
import { FormDialog } from '../ui/FormDialog';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

interface StockForm {
  kind: StockAct;
  mass: string;
  all: boolean;
  text: string;
  worth: string;
  intoReserve: boolean;
  /** Why it was there although the book has less. */
  because: string | null;
}

/** One number and one tap for what happens on the shelf: fibre leaves, is counted anew, or is kept for a project. */
export function StockDialog({ lot, act, close }: { lot: Schema['LotHead']; act: StockAct; close: () => void }) {
  const session = useSession();
  const air = useAir();
  const [key] = useState(newKey);
  const [said, setSaid] = useState<string | null>(null);
  const humidityPercent = air.data?.humidityPercent ?? null;
  const saving = useChange(
    (form: StockForm) => {
      const header = { 'Idempotency-Key': key };
      const path = { id: lot.id };
      const mass = form.mass || null;
      const words = form.text || null;
      if (form.kind === 'recount')
        return need<Schema['StockAnswer']>(
          api.POST('/api/lots/{id}/recount', {
            params: { path, header },
            body: { mass: form.mass, humidityPercent, notes: words },
          }),
        );
      if (form.kind === 'reserve')
        return need<Schema['StockAnswer']>(
          api.PUT('/api/lots/{id}/reserve', { params: { path }, body: { mass, for: words } }),
        );
      return need<Schema['StockAnswer']>(
        api.POST('/api/lots/{id}/leave', {
          params: { path, header },
          body: {
            step: form.kind,
            mass,
            all: form.all,
            humidityPercent,
            notes: words,
            worth: number(form.worth),
            intoReserve: form.intoReserve,
            because: form.because,
          },
        }),
      );
    },
    async (answer) => {
      await refreshLog();
      setSaid(answer.sentence);
    },
  );
  const { values, set, field } = useFields<StockForm>(
    {
      kind: act,
      mass: '',
      all: false,
      text: act === 'reserve' ? (lot.reserve?.for ?? '') : '',
      worth: '',
      intoReserve: false,
      because: null,
    },
    saving,
  );
  const { kind, mass, all, text, intoReserve } = values;
  const leaving = leavings.includes(kind as Leaving);
  const problem = saving.error;
  const reserved = problem?.refusals.find((r) => r.code === 'reserved');
  const tooMuch = problem?.refusals.find((r) => r.code === 'more-than-there');
  const above = problem?.refusals.find((r) => r.code === 'above-the-book');
  return (
    <FormDialog
      title={<>{title(kind, lot.code)}</>}
      close={close}
      actions={
        <>
          <Button onClick={close}>{said ? 'Close' : 'Leave it'}</Button>
          {!said && (
            <Button
              variant="contained"
              onClick={() => saving.go(values)}
              disabled={(kind === 'recount' || kind === 'keepAsReference') && mass.trim() === ''}
            >
              {kind === 'reserve' ? (mass.trim() === '' ? 'Take the reserve off' : 'Keep it') : 'Log it'}
            </Button>
          )}
        </>
      }
    >
      {said ? (
        <Notice tone="kept">{said}</Notice>
      ) : (
        <>
          {leaving && (
            <SelectField
              label="How it leaves"
              value={kind}
              onChange={(next) => set({ kind: next })}
              words={stepWord}
              of={leavings}
            />
          )}
          <WeightField
            big
            autoFocus
            label={kind === 'recount' ? 'What is there now' : kind === 'reserve' ? 'How much is kept' : 'How much'}
            value={mass}
            onChange={(typed) => set({ mass: typed })}
            error={
              problem?.at('mass') ?? problem?.at('from.mass') ?? problem?.at('lot') ?? problem?.at('state') ?? null
            }
            placeholder={
              kind === 'reserve'
                ? 'empty takes the reserve off'
                : kind === 'keepAsReference'
                  ? 'a few grams: weigh the locks'
                  : leaving
                    ? 'empty: all that is left, not weighed again'
                    : airWords(air.data)
            }
          />
          {leaving && kind !== 'keepAsReference' && (
            <FormControlLabel
              control={
                <Checkbox
                  checked={all || mass.trim() === ''}
                  onChange={(e) => set({ all: e.target.checked })}
                  disabled={mass.trim() === ''}
                />
              }
              label="Nothing is left of it afterwards"
            />
          )}
          {kind === 'sell' && (
            <NumberField label={`Paid for it, ${session.data?.currency ?? ''}`} {...field('worth')} />
          )}
          <TextField
            label={kind === 'reserve' ? 'What for' : 'Notes'}
            value={text}
            onChange={(e) => set({ text: e.target.value })}
            error={!!problem?.at('for')}
            helperText={problem?.at('for') ?? (kind === 'recount' ? 'where it turned up, say' : ' ')}
          />
          {kind === 'recount' && (
            <p className={typography.quiet}>What was logged before stays; from here on the lot holds what you count.</p>
          )}
          {(reserved || intoReserve) && (
            <FormControlLabel
              control={<Checkbox checked={intoReserve} onChange={(e) => set({ intoReserve: e.target.checked })} />}
              label="Take from the reserve all the same"
            />
          )}
          {tooMuch?.choices?.map((all) => (
            <Button
              key={all}
              size="small"
              variant="outlined"
              disabled={saving.busy}
              onClick={() => {
                const was = { ...values, mass: all };
                set(was);
                saving.go(was);
              }}
            >
              Keep all of it: {all}
            </Button>
          ))}
          {above && (
            <Notice tone="watch">
              The scale outranks the book. Is the weight right?
              <Row className={layout.above8} gap={1}>
                <Button
                  size="small"
                  variant="outlined"
                  disabled={saving.busy}
                  onClick={() => {
                    const was = { ...values, because: 'It was there when it was weighed.' };
                    set(was);
                    saving.go(was);
                  }}
                >
                  It was there: log it
                </Button>
                <p className={layout.selfMiddle}>or change the figure above.</p>
              </Row>
            </Notice>
          )}
          <ProblemNotice error={saving.besides(...told)} />
        </>
      )}
    </FormDialog>
  );
}

/** Fields at which a refusal is shown; whatever else is refused is said below. */
const told = ['mass', 'from.mass', 'lot', 'state', 'for', 'worth'];

const title = (kind: StockAct, code: string) =>
  kind === 'recount'
    ? `Count ${code} anew`
    : kind === 'reserve'
      ? `Keep some of ${code} for a project`
      : `Fibre of ${code} leaves`;
