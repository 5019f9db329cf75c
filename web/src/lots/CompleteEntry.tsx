import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { newKey } from '../api/keep';
import { refreshLog, useStations } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { number } from '../ui/figures';
import { FormDialog } from '../ui/FormDialog';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { useFields } from '../ui/useFields';
import { fateWord, formWords, lossWord, measureWord, stepDone } from '../ui/words';
import { WeightField } from '../ui/WeightField';

type Kind = 'loss' | 'heap' | 'rest' | 'gain' | 'measure' | 'minutes';

const kindWord: Record<Kind, string> = {
  loss: 'a loss',
  heap: 'another heap',
  rest: 'the rest is still there',
  gain: 'something taken up',
  measure: 'a count',
  minutes: 'minutes at the bench',
};

interface Remembered {
  kind: Kind;
  loss: Schema['LossKind'];
  fate: Schema['Fate'] | '';
  form: Schema['LotForm'];
  measure: string;
  /** The taking whose rest is still there. */
  taking: string;
  mass: string;
  count: string;
}

/** Adds to an entry what was forgotten when it was logged, with who and when. */
export function CompleteEntry({
  entry,
  fibre,
  close,
}: {
  entry: Schema['EntryView'];
  fibre: Schema['Fibre'];
  close: () => void;
}) {
  const station = useStations().data?.find((s) => s.step === entry.step);
  const [key] = useState(newKey);
  const emptied = entry.flows.filter((f) => f.role === 'in' && f.emptiesLot);
  const adding = useChange(
    (form: Remembered): Promise<unknown> =>
      form.kind === 'rest'
        ? need(
            api.POST('/api/entries/{id}/rest', {
              params: { path: { id: entry.id } },
              body: { flowId: form.taking },
            }),
          )
        : need(
            api.POST('/api/entries/{id}/completions', {
              params: { path: { id: entry.id }, header: { 'Idempotency-Key': key } },
              body: {
                loss:
                  form.kind === 'loss' ? { kind: form.loss, mass: form.mass || null, fate: form.fate || null } : null,
                heap: form.kind === 'heap' ? { form: form.form, mass: form.mass || null } : null,
                gain: form.kind === 'gain' ? { kind: station!.usualGain!, mass: form.mass } : null,
                measures: form.kind === 'measure' ? { [form.measure]: number(form.count)! } : null,
                minutes: form.kind === 'minutes' ? number(form.count) : null,
                answersQuestion: false,
              },
            }),
          ),
    async () => {
      await refreshLog();
      close();
    },
  );
  const unused = station?.usualLosses.find((k) => entry.flows.every((f) => f.lossKind !== k));
  const { values, set, field } = useFields<Remembered>(
    {
      kind: 'loss',
      loss: unused ?? 'other',
      fate: '',
      form: station?.gives[0] ?? 'clean',
      measure: station?.measures[0]?.key ?? '',
      taking: emptied[0]?.id ?? '',
      mass: '',
      count: '',
    },
    adding,
  );
  if (!station) return null;
  const { kind } = values;
  const kinds = (['loss', 'heap', 'rest', 'gain', 'measure', 'minutes'] as const).filter(
    (k) =>
      (k !== 'rest' || emptied.length > 0) &&
      (k !== 'gain' || station.usualGain) &&
      (k !== 'measure' || station.measures.length > 0),
  );
  const counted = kind === 'measure' || kind === 'minutes';
  return (
    <FormDialog
      title={<>Add to what was {stepDone[entry.step]}</>}
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button
            variant="contained"
            disabled={adding.busy || (counted && values.count.trim() === '')}
            onClick={() => adding.go(values)}
          >
            Add it
          </Button>
        </>
      }
    >
      <SelectField
        label="What was forgotten"
        value={kind}
        onChange={(k) => set({ kind: k })}
        words={kindWord}
        of={kinds}
      />
      {kind === 'loss' && (
        <SelectField
          label="Loss"
          value={values.loss}
          onChange={(loss) => set({ loss })}
          words={lossWord}
          of={[...new Set([...station.usualLosses, 'spilled', 'other'] as const)]}
        />
      )}
      {kind === 'heap' && (
        <SelectField
          label="Made"
          value={values.form}
          onChange={(form) => set({ form })}
          words={formWords(fibre)}
          of={station.keepsForm ? [entry.flows.find((f) => f.role === 'out')!.form!] : station.gives}
        />
      )}
      {kind === 'measure' && (
        <SelectField
          label="What was counted"
          value={values.measure}
          onChange={(measure) => set({ measure })}
          words={measureWord}
          of={station.measures.map((m) => m.key)}
        />
      )}
      {kind === 'rest' && (
        <SelectField
          label="Of which lot"
          value={values.taking}
          onChange={(taking) => set({ taking })}
          words={Object.fromEntries(emptied.map((f) => [f.id, f.lotCode ?? '']))}
        />
      )}
      {!counted && kind !== 'rest' && (
        <WeightField
          autoFocus
          label="Weight"
          value={values.mass}
          onChange={(mass) => set({ mass })}
          error={adding.at(`${kind}.mass`)}
          placeholder={
            kind === 'loss' ? 'empty: all that is missing' : kind === 'heap' ? 'empty: all that is left over' : ''
          }
        />
      )}
      {counted && <NumberField label={kind === 'minutes' ? 'Minutes' : 'How many'} {...field('count')} />}
      {kind === 'loss' && (
        <SelectField
          label="Goes"
          value={values.fate}
          onChange={(fate) => set({ fate })}
          words={{ '': 'not noted', ...fateWord }}
        />
      )}
      <ProblemNotice error={adding.besides('loss.mass', 'heap.mass', 'gain.mass')} />
    </FormDialog>
  );
}
